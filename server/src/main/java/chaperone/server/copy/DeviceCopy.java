package chaperone.server.copy;

import chaperone.connect.Conversation;
import chaperone.connect.RetrievedCopy;
import chaperone.core.platform.Platform;
import chaperone.server.copy.CopySheet.Sheet;
import chaperone.server.copy.CopyStore.Stored;
import java.util.Optional;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Takes a whole copy in an open conversation, and stores it. */
@Component
class DeviceCopy {
    private final SameAgain sameAgain;
    private final CopyStore store;

    DeviceCopy(SameAgain sameAgain, CopyStore store) {
        this.sameAgain = sameAgain;
        this.store = store;
    }

    RetrievedCopy retrieve(Conversation conversation, Sheet sheet, Platform platform) {
        // What was taken as a whole configuration before need not be read again to know that it is one.
        Predicate<String> isKnown =
                text -> sheet.running().filter(r -> r.isOf(text)).isPresent()
                        || sheet.saved().filter(s -> s.isOf(text)).isPresent();
        return RetrievedCopy.from(conversation, platform, isKnown);
    }

    /** Nothing if the device was removed meanwhile. */
    Optional<Stored> store(long device, Sheet sheet, RetrievedCopy copy) {
        if (sameAgain.note(device, sheet, copy)) return Optional.of(new Stored(false, false, ""));
        return store.store(device, copy);
    }
}
