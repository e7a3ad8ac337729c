package chaperone.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.job.JobLineBatch.Member;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JobLineBatchTest {

    @ParameterizedTest
    @CsvSource({"1,1,1", "50,4,1", "124,7,1", "125,4,2", "1000,20,8", "10000,30,8"})
    void everyLineIsInOneGroupOfItsPlace(int lines, int places, int largest) {
        Map<String, List<Member>> byPlace = lines(lines, places);
        List<JobLineBatch> groups = JobLineBatch.of(byPlace);
        assertThat(groups.stream().flatMap(group -> group.members().stream()))
                .hasSize(lines)
                .doesNotHaveDuplicates();
        assertThat(groups).allSatisfy(group -> {
            assertThat(group.members()).hasSizeBetween(1, largest);
            assertThat(byPlace.get(group.place())).containsAll(group.members());
        });
        assertThat(groups).anyMatch(group -> group.members().size() == largest);
    }

    @Test
    void placesTakeTurns() {
        List<JobLineBatch> groups = JobLineBatch.of(lines(1000, 20));
        assertThat(new HashSet<>(
                        groups.subList(0, 20).stream().map(JobLineBatch::place).toList()))
                .hasSize(20);
    }

    /** As many lines, spread evenly over the places. */
    private static Map<String, List<Member>> lines(int lines, int places) {
        Map<String, List<Member>> byPlace = new LinkedHashMap<>();
        for (int place = 0; place < places; place++) {
            int number = place;
            byPlace.put(
                    "hall " + place,
                    LongStream.range(0, lines)
                            .filter(line -> line % places == number)
                            .mapToObj(line -> new Member(line, "127.0.0.1 " + line, line))
                            .toList());
        }
        return byPlace;
    }
}
