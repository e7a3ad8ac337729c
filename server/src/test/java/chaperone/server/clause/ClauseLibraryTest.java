package chaperone.server.clause;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Standing;
import chaperone.core.standard.Verdict.Kind;
import chaperone.server.clause.ClauseLibrary.ShippedClause;
import java.util.List;
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

    private static Judge judge(ShippedClause shipped, String text) {
        return new Judge(text, model(shipped.clause().platform()), shipped.fields(), Standing.UNKNOWN);
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
        String passes = shipped.passes().orElseThrow();
        String fails = shipped.fails().orElseThrow();
        assertThat(model(shipped.clause().platform()).grammar().read(passes).problems())
                .isEmpty();
        assertThat(model(shipped.clause().platform()).grammar().read(fails).problems())
                .isEmpty();
        assertThat(judge(shipped, passes).verdict(shipped.clause().clause()).kind())
                .isEqualTo(Kind.PASS);
        assertThat(judge(shipped, fails).verdict(shipped.clause().clause()).kind())
                .isEqualTo(Kind.FAIL);
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
        assertThat(shipped.clause().byHand().orElse(false) && repaired.isPresent())
                .isFalse();
    }
}
