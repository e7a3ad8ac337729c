package chaperone.core.release;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.answer.Answer.Kind;
import chaperone.core.answer.KnownRelease;
import chaperone.core.platform.Platforms;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ImageIdentityTest {
    private static final String DIGEST = "0".repeat(64);

    @ParameterizedTest
    @CsvSource({
        "Corvane, C2024, 7.5.1, corvane",
        "Altamont, R4, 5.12.0, altamont",
        "Brisling, W300, 3.9.0, brisling",
        "Pellon, P8M, 2.15, pellon"
    })
    void anImageSaysWhatItIsFor(String maker, String model, String release, String platform) {
        String header = "image " + maker + " " + model + " " + release + " " + DIGEST;
        assertThat(ImageIdentity.read(header, Platforms.shipped().all()))
                .contains(new ImageIdentity(platform, model, release));
    }

    @Test
    void anythingElseIsNone() {
        for (String header : new String[] {"", "image", "image Other X1 1.0 " + DIGEST, "x".repeat(100_000)})
            assertThat(ImageIdentity.read(header, Platforms.shipped().all())).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "7.5.1, 7.5.1, YES",
        "7.4.2, 7.5.1, NO",
        "7.5.1p1, 7.5.1, NO",
        "5.10.0, 5.9.9, NO",
        "'', 7.5.1, NOT_KNOWN",
        "7.5.1, , NOT_KNOWN"
    })
    void currentIsOnTheStandardRelease(String runs, String standard, Kind kind) {
        assertThat(new KnownRelease(runs, Optional.ofNullable(standard))
                        .current()
                        .kind())
                .isEqualTo(kind);
    }

    @ParameterizedTest
    @CsvSource({"5.9.9, 5.10.0, older", "7.4.2p3, 7.4.2, newer", "7.4.2, 7.4.2p3, older", "2.14, 2.9, newer"})
    void saysOnWhichSide(String runs, String standard, String word) {
        assertThat(new KnownRelease(runs, Optional.of(standard)).current().reason())
                .contains(word + " than");
    }
}
