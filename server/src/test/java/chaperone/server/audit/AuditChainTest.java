package chaperone.server.audit;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class AuditChainTest {
    private static final Instant AT = Instant.parse("2026-11-23T08:00:00.123456789Z");

    @Test
    void everyFieldCountsAndNoLetterMovesFromOneToTheNext() {
        List<AuditedAction> deeds = List.of(
                act("r.anand", "", "1.2.3.4", "copied", "a", "b"),
                act("r.anan", "d", "1.2.3.4", "copied", "a", "b"),
                act("r.anand", "", "1.2.3.4", "copieda", "", "b"),
                act("r.anand", "", "1.2.3.4", "copied", "ab", ""),
                act("r.anand", "", "1.2.3.5", "copied", "a", "b"));
        List<byte[]> digests = new ArrayList<>();
        for (AuditedAction act : deeds) digests.add(new AuditEntry(1, AT, act, AuditChain.BEGINNING).digest());
        assertThat(digests.stream().map(java.util.HexFormat.of()::formatHex)).doesNotHaveDuplicates();
    }

    @Test
    void anEntryFitsOnlyBehindTheOneBeforeIt() {
        AuditEntry first = new AuditEntry(1, AT, act("a", "", "", "x", "", ""), AuditChain.BEGINNING);
        AuditEntry second = new AuditEntry(2, AT, act("a", "", "", "x", "", ""), first.digest());
        assertThat(AuditChain.fits(first, AuditChain.BEGINNING)).isTrue();
        assertThat(AuditChain.fits(second, first.digest())).isTrue();
        assertThat(AuditChain.fits(second, AuditChain.BEGINNING)).isFalse();
        assertThat(first.at().getNano()).as("as exact as the database").isEqualTo(123_456_000);
    }

    @Test
    void longTextsAreCutBetweenCharactersAndZeroBytesGo() {
        String ships = "⛴".repeat(299) + "\uD83D\uDEA2\uD83D\uDEA2";
        AuditedAction act = act("a", "", "", "x", ships, "a\0b");
        assertThat(act.object().codePointCount(0, act.object().length())).isEqualTo(300);
        assertThat(act.object()).endsWith("…");
        assertThat(act.detail()).isEqualTo("a b");
    }

    private static AuditedAction act(String who, String token, String from, String act, String object, String detail) {
        return new AuditedAction(who, token, from, act, object, detail, AuditOutcome.DONE);
    }
}
