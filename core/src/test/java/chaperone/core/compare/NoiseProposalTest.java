package chaperone.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.Noise;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NoiseProposalTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        clock 07:58:11 | clock 08:01:02 | ^clock (\\S+?)$
        `  text "a b"` | `  text "c"`   | `^  text ("[^"]*")$`
        rx 17 bytes    |                | ^rx (\\S+?) bytes$
        welcome (all)  |                | ^welcome \\(all\\)$
        a 1            | a 1 more       | ^a (\\S+?)$
        """)
    void proposesWhatMoves(String line, String other, String pattern) {
        assertThat(NoiseProposal.of(line, Optional.ofNullable(other))).isEqualTo(pattern);
    }

    @Property
    void fitsTheLineItWasMadeFrom(@ForAll @StringLength(max = 40) @CharRange(from = ' ', to = '~') String line) {
        assertThat(Pattern.matches(NoiseProposal.of(line, Optional.empty()), line))
                .isTrue();
    }

    @Property
    void linesThatDifferInOneWordBecomeTheSame(
            @ForAll @StringLength(max = 20) @CharRange(from = '!', to = '~') String start,
            @ForAll @StringLength(min = 1, max = 8) @CharRange(from = '0', to = 'z') String one,
            @ForAll @StringLength(min = 1, max = 8) @CharRange(from = '0', to = 'z') String other) {
        String before = start + " " + one;
        String after = start + " " + other;
        Pattern pattern = Pattern.compile(NoiseProposal.of(before, Optional.of(after)));
        Noise noise = new Noise(List.of(new Noise.Item("moves", pattern, "it moves")));
        if (pattern.matcher(after).matches()) assertThat(settled(noise, before)).isEqualTo(settled(noise, after));
        else assertThat(pattern.matcher(before).matches()).isTrue();
    }

    private static String settled(Noise noise, String line) {
        return noise.in(ConfigDocument.ofLines(List.of(line))).line(0);
    }
}
