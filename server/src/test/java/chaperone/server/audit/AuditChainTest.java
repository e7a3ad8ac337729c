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
        List<Deed> deeds = List.of(
                deed("r.anand", "", "1.2.3.4", "copied", "a", "b"),
                deed("r.anan", "d", "1.2.3.4", "copied", "a", "b"),
                deed("r.anand", "", "1.2.3.4", "copieda", "", "b"),
                deed("r.anand", "", "1.2.3.4", "copied", "ab", ""),
                deed("r.anand", "", "1.2.3.5", "copied", "a", "b"));
        List<byte[]> digests = new ArrayList<>();
        for (Deed deed : deeds) digests.add(new AuditEntry(1, AT, deed, AuditChain.BEGINNING).digest());
        assertThat(digests.stream().map(java.util.HexFormat.of()::formatHex)).doesNotHaveDuplicates();
    }

    @Test
    void anEntryFitsOnlyBehindTheOneBeforeIt() {
        AuditEntry first = new AuditEntry(1, AT, deed("a", "", "", "x", "", ""), AuditChain.BEGINNING);
        AuditEntry second = new AuditEntry(2, AT, deed("a", "", "", "x", "", ""), first.digest());
        assertThat(AuditChain.fits(first, AuditChain.BEGINNING)).isTrue();
        assertThat(AuditChain.fits(second, first.digest())).isTrue();
        assertThat(AuditChain.fits(second, AuditChain.BEGINNING)).isFalse();
        assertThat(first.at().getNano()).as("as exact as the database").isEqualTo(123_456_000);
    }

    @Test
    void longTextsAreCutBetweenCharactersAndZeroBytesGo() {
        String ships = "⛴".repeat(299) + "\uD83D\uDEA2\uD83D\uDEA2";
        Deed deed = deed("a", "", "", "x", ships, "a\0b");
        assertThat(deed.object().codePointCount(0, deed.object().length())).isEqualTo(300);
        assertThat(deed.object()).endsWith("…");
        assertThat(deed.detail()).isEqualTo("a b");
    }

    private static Deed deed(String who, String token, String from, String act, String object, String detail) {
        return new Deed(who, token, from, act, object, detail, AuditOutcome.DONE);
    }
}
