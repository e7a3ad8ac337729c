package chaperone.server.clause;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.core.standard.Answered;
import chaperone.core.standard.Asked.Command;
import chaperone.core.standard.Asked.Rows;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Standing;
import chaperone.core.standard.Verdict.Kind;
import chaperone.server.clause.ClauseLibrary.ShippedClause;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every shipped clause does what its samples say, and its repair is one that the device's own engine takes. */
class ClauseLibraryTest {
    private static final List<ShippedClause> ALL = new ClauseLibrary().all();

    static Stream<ShippedClause> withSamples() {
        return ALL.stream().filter(each -> each.passes().isPresent());
    }

    static Stream<ShippedClause> onConfigurations() {
        return withSamples().filter(each -> each.clause().asked().isEmpty());
    }

    static Stream<ShippedClause> onAnswers() {
        return ALL.stream().filter(each -> each.clause().asked().isPresent());
    }

    private static Judge judge(ShippedClause shipped, String text) {
        return new Judge(text, model(shipped.clause().platform()), shipped.fields(), Standing.UNKNOWN);
    }

    /** What a sample is held against: a piece of a configuration, or of an answer. */
    private static Kind verdict(ShippedClause shipped, String sample) {
        return shipped.clause()
                .asked()
                .map(asked -> new Answered(sample.lines().toList(), Optional.empty()))
                .map(answered -> new Judge(
                        "",
                        model(shipped.clause().platform()),
                        Map.of(),
                        Standing.UNKNOWN.answering(
                                Map.of(shipped.clause().asked().orElseThrow(), answered))))
                .orElseGet(() -> judge(shipped, sample))
                .verdict(shipped.clause().clause())
                .kind();
    }

    private static ConfigModel model(String name) {
        Platform platform = Platforms.shipped().get(name);
        return ConfigModel.of(platform, platform.noise());
    }

    @Test
    void thereAreAboutSixtyAndNoTagTwice() {
        assertThat(ALL).hasSizeGreaterThanOrEqualTo(60);
        assertThat(ALL.stream()
                        .map(each ->
                                each.clause().platform() + " " + each.clause().tag()))
                .doesNotHaveDuplicates();
        assertThat(ALL).allSatisfy(each -> {
            assertThat(each.clause().group()).isPresent();
            assertThat(each.clause().severity()).isPresent();
            assertThat(each.clause().fields()).isEqualTo(each.fields().keySet());
        });
    }

    @ParameterizedTest
    @MethodSource("withSamples")
    void itsSamplesAreJudgedAsTheySay(ShippedClause shipped) {
        assertThat(verdict(shipped, shipped.passes().orElseThrow())).isEqualTo(Kind.PASS);
        assertThat(verdict(shipped, shipped.fails().orElseThrow())).isEqualTo(Kind.FAIL);
    }

    @ParameterizedTest
    @MethodSource("onConfigurations")
    void whatCanBeRepairedKeepsToItThen(ShippedClause shipped) {
        String passes = shipped.passes().orElseThrow();
        String fails = shipped.fails().orElseThrow();
        assertThat(model(shipped.clause().platform()).grammar().read(passes).problems())
                .isEmpty();
        assertThat(model(shipped.clause().platform()).grammar().read(fails).problems())
                .isEmpty();
        // What cannot be repaired says so and alters nothing; what can, keeps to the clause then.
        Optional<String> repaired =
                judge(shipped, fails).repaired(shipped.clause().clause());
        repaired.ifPresent(text -> assertThat(
                        judge(shipped, text).verdict(shipped.clause().clause()).kind())
                .isEqualTo(Kind.PASS));
        judge(shipped, passes)
                .repaired(shipped.clause().clause())
                .ifPresent(kept -> assertThat(model(shipped.clause().platform())
                                .patch(passes, kept)
                                .isEmpty())
                        .as("there is nothing to repair")
                        .isTrue());
        assertThat(repaired.isPresent()).isEqualTo(shipped.clause().clause().isRepairable());
    }

    /** Only what the platform says to only read may be asked, and a table only if the platform reads one. */
    @ParameterizedTest
    @MethodSource("onAnswers")
    void whatItAsksOnlyReads(ShippedClause shipped) {
        Platform platform = Platforms.shipped().get(shipped.clause().platform());
        assertThat(shipped.clause().asked().orElseThrow())
                .satisfiesAnyOf(
                        asked -> assertThat(asked)
                                .isInstanceOfSatisfying(
                                        Command.class,
                                        command -> assertThat(platform.onlyReads(command.request()))
                                                .isTrue()),
                        asked -> assertThat(asked)
                                .isInstanceOfSatisfying(
                                        Rows.class,
                                        rows -> assertThat(platform.tables())
                                                .anyMatch(table -> table.kind() == rows.kind())));
    }
}
