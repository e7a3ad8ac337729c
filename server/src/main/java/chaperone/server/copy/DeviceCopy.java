package chaperone.server.copy;

import chaperone.connect.RetrievedCopy;
import chaperone.connect.conversation.Conversation;
import chaperone.core.platform.Platform;
import chaperone.server.answers.AnswerReader;
import chaperone.server.answers.Answers;
import chaperone.server.copy.CopyContext.Sheet;
import chaperone.server.copy.CopyStore.Stored;
import chaperone.server.job.JobLineAddition;
import java.time.Duration;
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
    private final AnswerReader answers;

    /** What was read in one conversation. */
    record Read(RetrievedCopy copy, TextDigests digests, Answers answers) {}

    DeviceCopy(UnchangedCopyWriter unchanged, CopyStore store, AnswerReader answers) {
        this.unchanged = unchanged;
        this.store = store;
        this.answers = answers;
    }

    /** @param answersAfter how old tables and other answers may be before they are read anew */
    Read retrieve(Conversation conversation, Sheet sheet, Platform platform, Duration answersAfter) {
        // What was taken as a whole configuration before need not be read again to know that it is one.
        TextDigests digests = new TextDigests();
        Predicate<String> isKnown = text -> digests.isOf(sheet.running(), text) || digests.isOf(sheet.saved(), text);
        RetrievedCopy copy = RetrievedCopy.from(conversation, platform, isKnown);
        return new Read(copy, digests, answersIfOld(conversation, sheet, platform, answersAfter));
    }

    /** Nothing of what is young enough. */
    Answers answersIfOld(Conversation conversation, Sheet sheet, Platform platform, Duration after) {
        return answers.read(conversation, platform, sheet.tablesReadAt(), sheet.wanted(), after);
    }

    void keep(long device, Answers read) {
        answers.keep(device, read);
    }

    /** What is to be noted if all is as it was; the tables, which move all the time, are kept either way. */
    Optional<JobLineAddition> sameAgain(long device, Sheet sheet, Read read) {
        Optional<JobLineAddition> note = unchanged.note(device, sheet, read);
        if (note.isPresent()) keep(device, read.answers());
        return note;
    }

    /** Nothing if the device was removed meanwhile. */
    Optional<Stored> store(long device, Sheet sheet, Read read) {
        Optional<JobLineAddition> same = sameAgain(device, sheet, read);
        if (same.isPresent()) {
            return unchanged.write(same.get()) ? Optional.of(new Stored(false, false, "")) : Optional.empty();
        }
        Optional<Stored> stored = store.store(device, read.copy());
        if (stored.isPresent()) keep(device, read.answers());
        return stored;
    }
}
