package chaperone.core.platform;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class CopyRequestsTest {
    private final CopyRequests copy = Platforms.shipped().get("corvane").copy();

    @Test
    void noticesALineThatWasLostOnTheWay() {
        assertThat(copy.shortfallOf("# Corvane C2024, release 7.4.2, 8 bytes\nname ab\n"))
                .isEmpty();
        assertThat(copy.shortfallOf("# Corvane C2024, release 7.4.2, 15 bytes\nname ab\n"))
                .contains(new CopyRequests.Shortfall(15, 8));
    }

    @Test
    void countsBytesNotCharacters() {
        assertThat(copy.shortfallOf("# Corvane C2024, release 7.4.2, 9 bytes\nname \u00f6\uDCFF\n"))
                .isEmpty();
    }

    @Test
    void aTextWithoutItsHeaderIsNotWhole() {
        assertThat(copy.shortfallOf("name ab\n")).isPresent();
    }
}
