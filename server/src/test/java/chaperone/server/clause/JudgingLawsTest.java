package chaperone.server.clause;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigStatement;
import chaperone.core.platform.Platforms;
import chaperone.core.standard.Clause;
import chaperone.core.standard.Judge;
import chaperone.core.standard.Rule;
import chaperone.core.standard.Standing;
import chaperone.core.standard.Verdict;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.server.clause.ClauseLibrary.ShippedClause;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.demo.DemoHistory;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What holds of every judging, seen on the shipped clauses and on what the stand-ins' own engines wrote in weeks. */
class JudgingLawsTest {
    private static final Instant NOW = Instant.parse("2026-11-23T07:58:00Z");
    private static final List<ShippedClause> SHIPPED = new ClauseLibrary().all();
    private static final int DEVICES = 6;

    private static Map<String, String> fields() {
        Map<String, String> fields = new HashMap<>();
        SHIPPED.forEach(each -> fields.putAll(each.fields()));
        return fields;
    }

    private static List<ClauseText> clauses(String platform) {
        return SHIPPED.stream()
                .map(ShippedClause::clause)
                .filter(each -> each.platform().equals(platform))
                .toList();
    }

    private static ConfigModel model(String platform) {
        return ConfigModel.of(
                Platforms.shipped().get(platform),
                Platforms.shipped().get(platform).noise());
    }

    /** The first and the last text of some devices. */
    private static List<String> texts(String platform) {
        return DemoFleet.units().stream()
                .filter(unit -> unit.hardware().maker().toLowerCase(Locale.ROOT).equals(platform))
                .limit(DEVICES)
                .map(unit -> DemoHistory.of(unit, NOW))
                .flatMap(past -> Stream.of(past.get(0), past.get(past.size() - 1)))
                .map(DemoHistory.Moment::running)
                .toList();
    }

    private static Judge judge(String platform, String text, Map<String, String> fields) {
        return new Judge(text, model(platform), fields, Standing.UNKNOWN);
    }

    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling", "pellon"})
    void theOrderOfClausesHasNoEffect(String platform) {
        List<ClauseText> clauses = clauses(platform);
        for (String text : texts(platform)) {
            Map<String, Verdict> alone = new HashMap<>();
            for (ClauseText each : clauses)
                alone.put(each.tag(), judge(platform, text, fields()).verdict(each.clause()));
            List<ClauseText> shuffled = new ArrayList<>(clauses);
            Collections.shuffle(shuffled, new Random(text.hashCode()));
            Judge together = judge(platform, text, fields());
            for (ClauseText each : shuffled)
                assertThat(together.verdict(each.clause())).as(each.tag()).isEqualTo(alone.get(each.tag()));
        }
    }

    /** Fields put in by hand, where the text has them. */
    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling", "pellon"})
    void aTextWithFieldsIsTheTextThatSomebodyWouldWrite(String platform) {
        int compared = 0;
        for (ClauseText each : clauses(platform)) {
            if (!(each.clause().rule() instanceof Rule.Golden golden)
                    || each.fields().isEmpty()) continue;
            String byHand = golden.text();
            for (Map.Entry<String, String> field : fields().entrySet())
                byHand = byHand.replace("{{" + field.getKey() + "}}", field.getValue());
            Clause written = new Clause(
                    each.tag(),
                    each.reason(),
                    each.binding(),
                    new Rule.Golden(byHand, golden.manner(), golden.among()));
            for (String text : texts(platform)) {
                assertThat(judge(platform, text, fields()).verdict(each.clause()))
                        .as(each.tag())
                        .isEqualTo(judge(platform, text, Map.of()).verdict(written));
                compared++;
            }
        }
        assertThat(compared).isPositive();
    }

    /** What must not stand, and what holds for each block, is found in two halves of a text as in the whole. */
    @ParameterizedTest
    @ValueSource(strings = {"corvane", "brisling"})
    void judgingInPartsIsJudgingTheWhole(String platform) {
        ConfigModel model = model(platform);
        int found = 0;
        for (String text : texts(platform)) {
            List<ConfigStatement> all = model.read(text).statements();
            int half = all.size() / 2;
            String whole = model.grammar().write(all);
            String first = model.grammar().write(all.subList(0, half));
            String second = model.grammar().write(all.subList(half, all.size()));
            for (ClauseText each : clauses(platform)) {
                Rule rule = each.clause().rule();
                if (!(rule instanceof Rule.Forbidden) && !(rule instanceof Rule.ForEach)) continue;
                List<String> parts = new ArrayList<>(said(platform, first, each));
                parts.addAll(said(platform, second, each));
                assertThat(said(platform, whole, each)).as(each.tag()).isEqualTo(parts);
                found += parts.size();
            }
        }
        assertThat(found).isPositive();
    }

    /** Without lines, which differ in a part. */
    private static List<String> said(String platform, String text, ClauseText clause) {
        return judge(platform, text, fields()).verdict(clause.clause()).evidence().stream()
                .map(each -> new Evidence(each.path(), each.expected(), each.found(), Optional.empty()).said())
                .toList();
    }
}
