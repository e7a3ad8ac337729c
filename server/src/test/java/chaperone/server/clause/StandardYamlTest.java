package chaperone.server.clause;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import chaperone.server.clause.ClauseLibrary.ShippedClause;
import chaperone.server.problem.ProblemException;
import jakarta.validation.Validation;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StandardYamlTest {
    private static final StandardYaml YAML =
            new StandardYaml(Validation.buildDefaultValidatorFactory().getValidator());

    @Test
    void whatIsWrittenReadsAsItWas() {
        List<ClauseText> clauses =
                new ClauseLibrary().all().stream().map(ShippedClause::clause).toList();
        StandardText text = new StandardText(
                clauses, Map.of("Dunsay", Map.of("log", "203.0.113.20", "clock", "no"), "MV Avocet", Map.of()));
        String yaml = YAML.write(text);
        assertThat(YAML.read(yaml)).isEqualTo(text);
        assertThat(yaml).contains("kind: for_each").contains("value-kind: set").doesNotContain("null");
        assertThat(YAML.read(YAML.write(new StandardText(List.of(), Map.of()))).clauses())
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = """
            clauses: [ => line 1
            clauses:|- tag: a|  tag: b => line 3: found duplicate key tag
            nothing: 1 => it has no clauses
            clauses: 5 => "clauses" is of another form
            clauses:|- tag: log|  kind: golden|  reason: x|  binding: never => clause log, "binding": is none of advise, warn, refuse
            clauses:|- tag: log|  kind: golden|  reason: x|  binding: warn|  platform: corvane|  scope: ''|  lines: 3 => clause log, "lines": is not known here
            clauses:|- tag: log|  kind: golden|  binding: warn|  platform: corvane|  scope: '' => clause log, "reason":
            clauses:|- tag: ''|  kind: golden|  reason: x|  binding: warn|  platform: corvane|  scope: '' => clause , "tag":
            clauses:|- => clause 1
            a: &a [x]|b: [*a,*a,*a,*a,*a,*a,*a,*a,*a,*a,*a,*a,*a]|clauses: *a => This is no standard
            --- !!java.io.File [x] => This is no standard
            """)
    void whatIsWrongIsNamedByItsLineOrItsField(String lines, String named) {
        assertThatExceptionOfType(ProblemException.class)
                .isThrownBy(() -> YAML.read(lines.replace("|", "\n")))
                .withMessageContaining(named);
    }
}
