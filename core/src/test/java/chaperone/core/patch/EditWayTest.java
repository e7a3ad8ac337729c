package chaperone.core.patch;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigStatement;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EditWayTest {
    /** Two configurations that are the same by chance have an empty patch; to read it must not be a mistake. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            corvane       | name quay
            altamont      | system { name quay; }
            brisling      | name quay
            pellon        | { "name": "quay" }
            plain-netconf | <system><name>quay</name></system>
            """)
    void nothingSaidAltersNothing(String name, String text) {
        Platform platform = Platforms.shipped().get(name);
        EditWay way = platform.editWay().orElseThrow();
        List<ConfigStatement> tree = platform.grammar().read(text).statements();
        assertThat(way.between(tree, tree, platform.structure()).isEmpty()).isTrue();
        for (List<String> lines : List.of(List.<String>of(), List.of("", " "))) {
            assertThat(way.typed(tree, lines))
                    .isInstanceOfSatisfying(
                            TypedLines.Outcome.Understood.class,
                            understood -> assertThat(understood.tree()).isEqualTo(tree));
        }
    }
}
