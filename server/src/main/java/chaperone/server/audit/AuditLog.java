package chaperone.server.audit;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Writes entries one after the other, and reads them all again to see whether they hang together. */
@Service
public class AuditLog {
    private final AuditEntryRepository entries;
    private final Clock clock;

    /** @param broken the first entry that does not follow from the one before; absent if all do */
    record Check(long entries, Optional<Long> broken, String newest) {}

    AuditLog(AuditEntryRepository entries, Clock clock) {
        this.entries = entries;
        this.clock = clock;
    }

    /** Somebody asked for what the role does not allow. */
    @Transactional
    public void recordRefusal(HttpServletRequest request) {
        Actor actor = Actor.now();
        String what = request.getMethod() + " " + request.getRequestURI();
        record(new AuditedAction(
                actor.name(),
                actor.token(),
                request.getRemoteAddr(),
                "asked for what the role does not allow",
                what,
                "",
                AuditOutcome.REFUSED));
    }

    /**
     * What somebody had asked for earlier was done, or not done, when its time came. Part of the transaction that does it.
     *
     * @param by whose word it was
     */
    @Transactional
    public void recordLater(String by, String act, String object, String detail, boolean isDone) {
        record(new AuditedAction(by, "", "", act, object, detail, isDone ? AuditOutcome.DONE : AuditOutcome.REFUSED));
    }

    @Transactional
    void record(AuditedAction act) {
        entries.waitForTurn();
        Optional<AuditEntry> last = entries.findFirstByOrderByNumberDesc();
        entries.saveAndFlush(new AuditEntry(
                last.map(AuditEntry::number).orElse(0L) + 1,
                clock.instant(),
                act,
                last.map(AuditEntry::digest).orElse(AuditChain.BEGINNING)));
    }

    /** Linear in the length of the log; a thousand entries are in memory at a time. */
    @Transactional(readOnly = true)
    Check check() {
        long number = 0;
        byte[] previous = AuditChain.BEGINNING;
        List<AuditEntry> some;
        while (!(some = entries.findFirst1000ByNumberGreaterThanOrderByNumber(number)).isEmpty()) {
            for (AuditEntry entry : some) {
                boolean follows = entry.number() == number + 1 && AuditChain.fits(entry, previous);
                if (!follows) return new Check(entries.count(), Optional.of(number + 1), hex(previous));
                number = entry.number();
                previous = entry.digest();
            }
        }
        return new Check(number, Optional.empty(), hex(previous));
    }

    private static String hex(byte[] bytes) {
        return HexFormat.of().formatHex(bytes);
    }
}
