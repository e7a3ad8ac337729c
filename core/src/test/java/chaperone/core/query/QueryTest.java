package chaperone.core.query;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chaperone.core.answer.Answer;
import chaperone.core.query.QueryAnswer.Facts;
import chaperone.core.release.ReleaseOrder;
import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class QueryTest {
    private static final Instant NOW = Instant.parse("2026-11-23T02:00:00Z");

    @Property
    void readingWhatWasWrittenGivesTheSameQuery(@ForAll("queries") Query query) throws QueryProblem {
        String text = QueryWriter.write(query);
        if (text.length() <= QueryReader.LONGEST)
            assertThat(QueryReader.read(text)).isEqualTo(query);
    }

    @Property
    void anyTextIsReadOrItsMistakeLiesInIt(@ForAll String text) {
        try {
            Query query = QueryReader.read(text);
            assertThat(QueryReader.read(QueryWriter.write(query))).isEqualTo(query);
        } catch (QueryProblem e) {
            assertThat(e.position()).isBetween(0, text.length());
            assertThat(e.position() + e.length()).isLessThanOrEqualTo(text.length());
            assertThat(e).hasMessageEndingWith(".");
        }
    }

    @Provide
    Arbitrary<Query> queries() {
        return AnyQuery.queries();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "``|true",
                "brkw|true",
                "BRKW water|true",
                "brkw cairn|false",
                "site is Brackwater|true",
                "site is brackwater, dunsay|true",
                "site is water|false",
                "site has water|true",
                "not site is brackwater|false",
                "site is cairn or role is core|true",
                "site is dunsay and role is core or release is 4.2.10|true",
                "site is dunsay and (role is core or release is 4.2.10)|false",
                "name is brkw-core-[1-4]|true",
                "name is brkw-core-[2-4]|false",
                "name is brkw-core-[3,1]|true",
                "address is 192.0.2.[1-20]|true",
                "release below 4.3|true",
                "release below 4.2.9|false",
                "release above 4.2.9|true",
                "model is none|true",
                "model has 48|false",
                "serial is none|false",
                "tag is payment|true",
                "tag is payment, none|true",
                "tag is none|false",
                "credentials is none|true",
                "kept is yes|false",
                "kept is attention, no|true",
                "sound is unknown|true",
                "copied within 2 days|true",
                "copied within 29 hours|false",
                "copied within 30 hours|true",
                "not changed within 1 week|true",
                "`site`|false",
                "\"and\"|false"
            })
    void tellsWhetherADeviceIsMeant(String text, boolean isMeant) throws QueryProblem {
        assertThat(QueryAnswer.means(QueryReader.read(text), device(), NOW)).isEqualTo(isMeant);
    }

    private static Facts device() {
        Map<Field, List<String>> texts = Map.of(
                Field.NAME, List.of("brkw-core-1"),
                Field.ADDRESS, List.of("192.0.2.17"),
                Field.SITE, List.of("Brackwater"),
                Field.ROLE, List.of("core"),
                Field.MODEL, List.of(""),
                Field.SERIAL, List.of("CV0012"),
                Field.RELEASE, List.of("4.2.10"),
                Field.TAG, List.of("payment", "sailing hours"));
        return new Facts() {
            @Override
            public List<String> texts(Field field) {
                return texts.getOrDefault(field, List.of());
            }

            @Override
            public Answer.Kind answer(Field field) {
                return field == Field.KEPT ? Answer.Kind.ATTENTION : Answer.Kind.NOT_KNOWN;
            }

            @Override
            public Optional<Instant> moment(Field field) {
                return field == Field.COPIED ? Optional.of(NOW.minus(Duration.ofHours(30))) : Optional.empty();
            }
        };
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "site is|7|0|value is missing",
                "site is and|8|3|value is missing",
                "colour is red|0|6|No field is called so",
                "kept has yes|5|3|goes is",
                "kept is good|8|4|answers are yes, attention, no, unknown",
                "copied within days|14|4|number up to",
                "copied within 2|15|0|minutes, hours, days or weeks",
                "copied within 99999 days|14|5|number up to",
                "release over 4|-1|0|",
                "(site is x|0|1|not closed",
                "site is x)|9|1|No bracket is open",
                "a or|4|0|is missing",
                "or a|0|2|is missing",
                "name is sw-[4-1]|8|8|ends before it begins",
                "name is sw-[1-2000]|8|11|more than 1000 names",
                "name is sw-[1-|8|6|range is written",
                "site is \"x|8|2|quotation mark"
            })
    void aMistakeIsMarkedAtItsPlace(String text, int position, int length, String message) throws QueryProblem {
        QueryProblem problem = catchThrowableOfType(QueryProblem.class, () -> QueryReader.read(text));
        if (position < 0) {
            assertThat(problem).isNull();
            return;
        }
        assertThat(problem).hasMessageContaining(message);
        assertThat(List.of(problem.position(), problem.length())).containsExactly(position, length);
    }

    @Test
    void deepBracketsAreAMistakeAndNoOverflow() {
        String deep = "(".repeat(900) + "x" + ")".repeat(900);
        assertThat(catchThrowableOfType(QueryProblem.class, () -> QueryReader.read(deep)))
                .hasMessageContaining("deep");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"port-[08-11]|port-08 port-09 port-10 port-11", "a[1,3]b[1-2]|a1b1 a1b2 a3b1 a3b2", "x|x", "x[|x["
            })
    void rangesMeanEveryNumber(String name, String all) {
        assertThat(String.join(" ", NameRange.expand(name))).isEqualTo(all);
    }

    @Test
    void releasesAreInTheirNaturalOrder() {
        List<String> ordered = List.of("4", "4.2", "4.2-rc1", "4.2.1", "4.2.9", "4.2.10", "4.10", "5.0a", "5.0b", "12");
        for (List<String> shuffled :
                Stream.of(1, 2, 3, 4).map(seed -> shuffled(ordered, seed)).toList()) {
            assertThat(shuffled.stream().sorted(ReleaseOrder.INSTANCE)).containsExactlyElementsOf(ordered);
        }
    }

    private static List<String> shuffled(List<String> list, int seed) {
        List<String> copy = new java.util.ArrayList<>(list);
        Collections.shuffle(copy, new java.util.Random(seed));
        return copy;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            ignoreLeadingAndTrailingWhitespace = false,
            value = {
                "si|0|site",
                "site |5|is, has",
                "site is |8|Brackwater, \"Cairn Point\"",
                "site is c|8|\"Cairn Point\", Brackwater",
                "site is \"Cairn|8|\"Cairn Point\"",
                "site is Dunsay, |16|Brackwater, \"Cairn Point\"",
                "kept is n|8|no, attention, unknown",
                "copied within 1|14|1 day, 1 hour, 1 week, 12 hours",
                "role is core a|13|and, address, added, name, platform, matched"
            })
    void offersWhatMayFollow(String text, int from, String options) {
        QueryHelp help = QueryHelp.at(
                text, text.length(), field -> field == Field.SITE ? List.of("Brackwater", "Cairn Point") : List.of());
        assertThat(help.from()).isEqualTo(from);
        assertThat(help.to()).isEqualTo(text.length());
        List<String> wanted = List.of(options.split(", "));
        assertThat(help.options()).containsAll(wanted);
        assertThat(help.options().get(0)).isIn(wanted);
    }
}
