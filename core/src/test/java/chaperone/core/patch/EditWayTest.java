package chaperone.core.patch;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigStatement;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EditWayTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            { "a": [ { "b": 1, "c": [ 2 ] } ] } | { "a": [ { "c": [ 2 ], "b": 1 } ] } | true
            { "a": [ { "b": 1, "c": [ 2 ] } ] } | { "a": [ { "c": [ 3 ], "b": 1 } ] } | false
            { "a": [ "b", "c" ] }               | { "a": [ "c", "b" ] }               | false
            { "a": [ "b" ] }                    | { "a": [ "c" ] }                    | false
            { "a": [ { "b": 1 } ] }             | { "a": [ { "c": 1 } ] }             | false
            { "a": [] }                         | { "a": {} }                         | false
            { "a": [ [ 1 ] ] }                  | { "a": [ [ 1, 1 ] ] }               | false
            """)
    void theOrderOfMembersMeansNothingWithinListsEither(String before, String after, boolean isSame) {
        Platform pellon = Platforms.shipped().get("pellon");
        Patch patch = pellon.editWay()
                .orElseThrow()
                .between(
                        pellon.grammar().read(before).statements(),
                        pellon.grammar().read(after).statements(),
                        pellon.structure());
        assertThat(patch.isEmpty()).isEqualTo(isSame);
    }

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
