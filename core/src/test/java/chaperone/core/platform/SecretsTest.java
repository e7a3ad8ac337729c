package chaperone.core.platform;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigDocument;
import chaperone.core.locator.Locator;
import chaperone.core.mask.MaskedConfig;
import com.google.re2j.Pattern;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SecretsTest {

    @ParameterizedTest
    @CsvSource(delimiterString = " => ", quoteCharacter = '`', textBlock = """
        corvane => admin-secret c1.7f3a => admin-secret ••••<c1.7f3a>
        corvane => account bob level view secret c1.7f3a => account bob level view secret ••••<c1.7f3a>
        corvane => account bob level view secret "a b" => account bob level view secret ••••<"a b">
        corvane => vlan 30 "secret garden" => vlan 30 "secret garden"
        altamont => account a { secret "A"; } account b { secret "B"; } => account a { secret "••••<A>"; } account b { secret "••••<B>"; }
        altamont => secret "a\\"b"; => secret "••••<a\\"b>";
        altamont => secret~  "A"; => secret~  "••••<A>";
        brisling => admin bob hash b2$k X0 => admin bob hash ••••<b2$k X0>
        pellon => {"a":{"secret":"A"},"b":[{"secret": "B"}]} => {"a":{"secret":"••••<A>"},"b":[{"secret": "••••<B>"}]}
        pellon => {"secret"~:~ "a\\"b"} => {"secret"~:~ "••••<a\\"b>"}
        pellon => {"s\\u0065cret": {"x": 1, "y": ["Z"]}} => {"s\\u0065cret": {"x": ••••<1>, "y": ["••••<Z>"]}}
        pellon => {"a": nothing, "secret": "A", "b": "B"} => {"a": nothing, "secret": "••••<A>", "b": "B"}
        plain-netconf => <a><password x="1">A</password><p:key>B</p:key></a> => <a><password x="••••<1>">••••<A></password><p:key>••••<B></p:key></a>
        plain-netconf => <a><secret><![CDATA[A]]></secret></a> => <a><secret>••••<<![CDATA[A]]>></secret></a>
        plain-netconf => <a b="1"><c></d><key>A</key> => <a b="1"><c></d><key>••••<A></key>
        """)
    void hidesWhatIsSecretAndNothingElse(String platform, String text, String shown) {
        assertThat(masked(platform, text.replace('~', '\n')).text()).isEqualTo(shown.replace('~', '\n'));
    }

    @Test
    void everyGroupOfAPatternIsHiddenIfItIsThere() {
        Secrets secrets = new Secrets(List.of(Locator.byPattern(Pattern.compile("key (\\S+)(?: or (\\S+))?"))));
        String shown = secrets.masked(ConfigDocument.ofLines(List.of("key a", "key b or c")), SecretsTest::tag)
                .text();
        assertThat(shown).isEqualTo("key ••••<a>\nkey ••••<b> or ••••<c>\n");
    }

    /** In every platform that has secrets, however the text is laid out. */
    @Property
    void noSecretIsShownWhateverTheLayout(@ForAll("platforms") String platform, @ForAll long seed) {
        SecretTexts.Sample sample = SecretTexts.of(platform, seed);
        MaskedConfig masked = SecretsTest.hidden(platform, sample.text());
        assertThat(sample.secrets()).isNotEmpty();
        for (String secret : sample.secrets()) {
            assertThat(masked.text()).as(sample.text()).doesNotContain(secret);
            assertThat(String.join("\n", masked.lines())).doesNotContain(secret);
        }
        assertThat(masked.lines()).hasSameSizeAs(masked.document().lines());
        // What is no secret stays: without it the mask could be all there is.
        for (String shown : sample.shown())
            assertThat(masked.text()).as(sample.text()).contains(shown);
    }

    @Provide
    Arbitrary<String> platforms() {
        return Arbitraries.of("corvane", "altamont", "brisling", "pellon", "plain-netconf");
    }

    private static MaskedConfig masked(String platform, String text) {
        Platform known = Platforms.shipped().get(platform);
        return known.secrets().masked(ConfigDocument.read(known.grammar(), text), SecretsTest::tag);
    }

    private static MaskedConfig hidden(String platform, String text) {
        Platform known = Platforms.shipped().get(platform);
        return known.secrets().masked(ConfigDocument.read(known.grammar(), text), secret -> "");
    }

    private static String tag(String secret) {
        return "<" + secret + ">";
    }
}
