package chaperone.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class IntakeDetailsTest {

    /** What is stored comes back, whatever the tags and however many sets. */
    @Test
    void isStoredAndReadBack() {
        Random random = new Random(5);
        for (int round = 0; round < 200; round++) {
            List<String> tags = new ArrayList<>();
            List<Long> sets = new ArrayList<>();
            for (int i = random.nextInt(4); i > 0; i--) tags.add("Tag " + random.nextInt(50) + ".x-y");
            for (int i = random.nextInt(4); i > 0; i--) sets.add(random.nextLong(1, Long.MAX_VALUE));
            Optional<String> platform = random.nextBoolean() ? Optional.of("corvane") : Optional.empty();
            IntakeDetails newcomer = new IntakeDetails(platform, random.nextBoolean(), tags, sets);
            assertThat(IntakeDetails.stored(
                            newcomer.platform(),
                            newcomer.telnetAllowed(),
                            newcomer.storedTags(),
                            newcomer.storedSets()))
                    .isEqualTo(newcomer);
        }
    }
}
