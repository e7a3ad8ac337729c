package chaperone.core.past;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PastPathTest {
    private static final ZoneId HOME = ZoneId.of("Europe/London");

    @ParameterizedTest
    @CsvSource({
        "brkw-core-1/2026-10-01T0212.conf, 2026-10-01T01:12:00Z",
        "brkw-core-1/2026-10-01T02:12:33Z.conf, 2026-10-01T02:12:33Z",
        "brkw-core-1_20261201.conf, 2026-12-01T00:00:00Z",
        "brkw-core-1-20261001021233.conf, 2026-10-01T01:12:33Z",
        "2026/10/01/brkw-core-1.conf, 2026-09-30T23:00:00Z",
        "2026-10-01/brkw-core-1.conf, 2026-09-30T23:00:00Z",
        "2025-01-01/brkw-core-1-2026-12-01_10.20.30.txt, 2026-12-01T10:20:30Z",
        "brkw-core-1 2026-12-01 02h12.cfg, 2026-12-01T02:12:00Z",
        "a/2026-12-01T02-12-00+0200.cfg, 2026-12-01T00:12:00Z",
        "a.2026.12.01-23.59.59, 2026-12-01T23:59:59Z",
        "a-2026-02-30-then-2026-03-01, 2026-03-01T00:00:00Z",
    })
    void theMomentIsReadAsPeopleAndToolsWriteIt(String path, Instant moment) {
        assertThat(PastPath.read(path, HOME).moment()).contains(moment);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "brkw-core-1.conf",
                "2026-02-30.conf",
                "12026-10-01.conf",
                "serial-2026100112345678901",
                "10.20.26/a",
                ""
            })
    void whatIsNoDateIsNone(String path) {
        assertThat(PastPath.read(path, HOME).moment()).isEmpty();
    }

    /** What Java writes in the forms of ISO 8601 is read as the same moment, wherever it stands. */
    @Test
    void everyMomentIsReadBack() {
        Random random = new Random(20261130);
        String[] forms = {"yyyy-MM-dd'T'HHmmss", "yyyyMMddHHmmss", "yyyy/MM/dd/HH-mm-ss", "yyyy_MM_dd_HH_mm_ss"};
        for (int i = 0; i < 2000; i++) {
            LocalDateTime moment = LocalDateTime.ofEpochSecond(random.nextLong(4_000_000_000L), 0, ZoneOffset.UTC);
            String written = moment.format(DateTimeFormatter.ofPattern(forms[i % forms.length]));
            assertThat(PastPath.read("x-sw-" + i % 9 + "/" + written + ".txt", ZoneOffset.UTC)
                            .moment())
                    .as(written)
                    .contains(moment.toInstant(ZoneOffset.UTC));
        }
    }

    @Test
    void theLongestRunOfWordsComesFirstAmongTheNames() {
        PastPath path = PastPath.read("Brackwater/BRKW-core-1.tern.example_20261001.conf", HOME);
        assertThat(path.names())
                .startsWith("brkw-core-1.tern.example_20261001.conf")
                .contains("brkw-core-1", "brkw-core-1.tern.example", "brackwater");
        assertThat(path.names().indexOf("brkw-core-1")).isLessThan(path.names().indexOf("core-1"));
    }

    @ParameterizedTest
    @CsvSource({"a/saved.conf, true", "a-startup-2026-10-01.cfg, true", "a/running, false", "a/unsaved.conf, false"})
    void aPathSaysWhenItIsTheSavedOne(String path, boolean isSaved) {
        assertThat(PastPath.read(path, HOME).isSaved()).isEqualTo(isSaved);
    }

    @Test
    void aHostilePathEnds() {
        String path = "1-".repeat(PastPath.LONGEST / 2);
        assertThat(PastPath.read(path, HOME).names()).hasSizeLessThanOrEqualTo(300);
        assertThat(PastPath.read("/".repeat(PastPath.LONGEST), HOME).names()).isEmpty();
        assertThat(PastPath.read("2026".repeat(PastPath.LONGEST / 4), HOME).moment())
                .isEqualTo(Optional.empty());
    }
}
