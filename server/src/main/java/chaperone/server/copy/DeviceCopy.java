package chaperone.server.copy;

import chaperone.connect.RetrievedCopy;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.core.platform.Platform;
import chaperone.core.table.Table;
import chaperone.core.table.TableReader;
import chaperone.server.copy.CopyContext.Sheet;
import chaperone.server.copy.CopyStore.Stored;
import chaperone.server.job.JobLineAddition;
import chaperone.server.table.Tables;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Takes a whole copy in an open conversation, and stores it. */
@Component
public class DeviceCopy {
    /** Tables move all the time; with a copy that somebody asked for they are not read oftener than this. */
    public static final Duration TABLES_AFTER = Duration.ofHours(1);

    private final UnchangedCopyWriter unchanged;
    private final CopyStore store;
    private final Tables tables;
    private final Clock clock;

    /** What was read in one conversation. */
    record Read(RetrievedCopy copy, TextDigests digests, List<Table> tables) {}

    DeviceCopy(UnchangedCopyWriter unchanged, CopyStore store, Tables tables, Clock clock) {
        this.unchanged = unchanged;
        this.store = store;
        this.tables = tables;
        this.clock = clock;
    }

    /** @param tablesAfter how old tables may be before they are read anew */
    Read retrieve(Conversation conversation, Sheet sheet, Platform platform, Duration tablesAfter) {
        // What was taken as a whole configuration before need not be read again to know that it is one.
        TextDigests digests = new TextDigests();
        Predicate<String> isKnown = text -> digests.isOf(sheet.running(), text) || digests.isOf(sheet.saved(), text);
        RetrievedCopy copy = RetrievedCopy.from(conversation, platform, isKnown);
        return new Read(copy, digests, tablesIfOld(conversation, sheet, platform, tablesAfter));
    }

    /** Nothing if they are young enough. */
    List<Table> tablesIfOld(Conversation conversation, Sheet sheet, Platform platform, Duration tablesAfter) {
        Instant limit = clock.instant().minus(tablesAfter);
        boolean areFresh = sheet.tablesReadAt().filter(limit::isBefore).isPresent();
        return areFresh ? List.of() : tables(conversation, platform);
    }

    void keep(long device, List<Table> read) {
        if (!read.isEmpty()) tables.keep(device, read, clock.instant());
    }

    /** The copy is whole by then: a device that refuses a table, or falls silent over one, does not lose it. */
    private static List<Table> tables(Conversation conversation, Platform platform) {
        List<Table> read = new ArrayList<>();
        for (TableReader reader : platform.tables()) {
            try {
                read.add(reader.read(conversation.ask(reader.request())));
            } catch (ConversationException e) {
                if (e.kind() == FailureKind.STOPPED) throw e;
                if (e.kind() != FailureKind.COMMAND_REFUSED) return read;
            }
        }
        return read;
    }

    /** What is to be noted if all is as it was; the tables, which move all the time, are kept either way. */
    Optional<JobLineAddition> sameAgain(long device, Sheet sheet, Read read) {
        Optional<JobLineAddition> note = unchanged.note(device, sheet, read);
        if (note.isPresent()) keep(device, read.tables());
        return note;
    }

    /** Nothing if the device was removed meanwhile. */
    Optional<Stored> store(long device, Sheet sheet, Read read) {
        Optional<JobLineAddition> same = sameAgain(device, sheet, read);
        if (same.isPresent()) {
            return unchanged.write(same.get()) ? Optional.of(new Stored(false, false, "")) : Optional.empty();
        }
        Optional<Stored> stored = store.store(device, read.copy());
        if (stored.isPresent()) keep(device, read.tables());
        return stored;
    }
}
