package chaperone.server.answers;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.core.platform.Platform;
import chaperone.core.table.Table;
import chaperone.core.table.TableReader;
import chaperone.server.table.Tables;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Reads in an open conversation what a device answers beside its configuration, and keeps it. */
@Component
public class AnswerReader {
    /** In characters: more of one answer is no answer to a clause. */
    private static final int LONGEST = 1_000_000;

    private final Tables tables;
    private final CommandOutputs outputs;
    private final ApplicationEventPublisher publisher;
    private final Clock clock;

    AnswerReader(Tables tables, CommandOutputs outputs, ApplicationEventPublisher publisher, Clock clock) {
        this.tables = tables;
        this.outputs = outputs;
        this.publisher = publisher;
        this.clock = clock;
    }

    /**
     * A copy is whole by then: a device that refuses a request, or falls silent over one, does not lose it.
     *
     * @param tablesReadAt when the oldest of its tables was read
     * @param after how old an answer may be before it is asked for anew
     */
    public Answers read(
            Conversation conversation,
            Platform platform,
            Optional<Instant> tablesReadAt,
            List<WantedOutput> wanted,
            Duration after) {
        Instant limit = clock.instant().minus(after);
        List<Table> read = new ArrayList<>();
        List<CommandOutput> told = new ArrayList<>();
        try {
            if (tablesReadAt.filter(limit::isBefore).isEmpty()) {
                for (TableReader reader : platform.tables())
                    answer(conversation, reader.request()).text().ifPresent(text -> read.add(reader.read(text)));
            }
            // A platform that was rewritten may not call it harmless any more.
            wanted.stream()
                    .filter(each -> each.isDue(limit) && platform.onlyReads(each.request()))
                    .forEach(each -> told.add(output(conversation, each.request())));
        } catch (ConversationException e) {
            if (e.kind() == FailureKind.STOPPED) throw e;
        }
        return new Answers(read, told);
    }

    /** @param refused the device's own words, where there is no text */
    private record Answer(Optional<String> text, String refused) {}

    static CommandOutput output(Conversation conversation, String request) {
        Answer answer = answer(conversation, request);
        if (answer.text().filter(text -> text.length() > LONGEST).isPresent())
            return new CommandOutput(
                    request, List.of(), Optional.of("the answer is longer than " + LONGEST + " characters"));
        return answer.text()
                .map(text -> new CommandOutput(request, text.lines().toList(), Optional.empty()))
                .orElseGet(() -> new CommandOutput(request, List.of(), Optional.of(answer.refused())));
    }

    private static Answer answer(Conversation conversation, String request) {
        try {
            return new Answer(Optional.of(conversation.ask(request)), "");
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.COMMAND_REFUSED) throw e;
            return new Answer(Optional.empty(), e.seen());
        }
    }

    public void keep(long device, Answers read) {
        if (read.isEmpty()) return;
        if (!read.tables().isEmpty()) tables.keep(device, read.tables(), clock.instant());
        outputs.keep(device, read.outputs(), clock.instant());
        publisher.publishEvent(new AnswersReadEvent(device));
    }
}
