package chaperone.core.query;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chaperone.core.query.GroupExpansion.GroupProblem;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GroupExpansionTest {
    private static final Map<String, String> GROUPS = Map.of(
            "quay", "tag is quay",
            "fixed", "name is a-1, a-[3-4]",
            "both", "group is quay, fixed",
            "rest", "not group is Both",
            "ring", "site is x or group is round",
            "round", "group is ring");

    private static Optional<Query> group(String name) {
        return Optional.ofNullable(GROUPS.get(name.toLowerCase(Locale.ROOT))).map(GroupExpansionTest::read);
    }

    private static Query read(String text) {
        try {
            return QueryReader.read(text);
        } catch (QueryProblem e) {
            throw new AssertionError(text, e);
        }
    }

    private static String expanded(String text) throws GroupProblem {
        return QueryWriter.write(GroupExpansion.expand(read(text), GroupExpansionTest::group));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "role is core|role is core",
                "group is quay|tag is quay",
                "group is QUAY and role is core|tag is quay and role is core",
                "not group is fixed|not name is a-1, a-[3-4]",
                "group is both|tag is quay or name is a-1, a-[3-4]",
                "role is core and group is rest|role is core and not (tag is quay or name is a-1, a-[3-4])"
            })
    void aGroupStandsForItsQuery(String query, String meaning) throws GroupProblem {
        assertThat(expanded(query)).isEqualTo(meaning);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "group is nobody|nobody|No group is called",
                "role is x or group is ring|ring|contains itself",
                "group is round|round|contains itself"
            })
    void whatCannotBeExpandedIsNamed(String query, String group, String message) {
        GroupProblem problem = catchThrowableOfType(GroupProblem.class, () -> expanded(query));
        assertThat(problem).hasMessageContaining(message);
        assertThat(problem.group()).isEqualTo(group);
    }

    @ParameterizedTest
    @CsvSource({"14,too large", "500,20 deep"})
    void groupsThatMultiplyComeToAnEnd(int depth, String message) {
        GroupProblem problem = catchThrowableOfType(
                GroupProblem.class,
                () -> GroupExpansion.expand(
                        read("group is a"),
                        name -> Optional.of(name.length() > depth ? new Query.Word("x") : doubled(name))));
        assertThat(problem).hasMessageContaining(message);
    }

    private static Query doubled(String name) {
        return new Query.Any(List.of(
                new Query.Is(Field.GROUP, List.of(name + "0")), new Query.Is(Field.GROUP, List.of(name + "1"))));
    }

    @Test
    void knowsWhichGroupsAQueryNames() {
        assertThat(GroupExpansion.names(read("a and not (b or group is x, Quay)"), "quay"))
                .isTrue();
        assertThat(GroupExpansion.names(read("tag is quay or quay"), "quay")).isFalse();
    }
}
