package chaperone.standins.altamont;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.util.List;
import java.util.Optional;
import javax.xml.parsers.DocumentBuilderFactory;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.w3c.dom.Element;
import org.xml.sax.InputSource;

/** A draft edited by paths and by XML: both languages say the same, whatever is put. */
class AltamontEditsTest {
    @Provide
    Arbitrary<List<String>> puts() {
        Arbitrary<Integer> octet = Arbitraries.integers().between(0, 255);
        Arbitrary<String> text = Arbitraries.strings()
                .alpha()
                .withChars(' ', '&', '<', ';', '{')
                .ofMinLength(1)
                .ofMaxLength(20);
        Arbitrary<String> port = Arbitraries.integers().between(0, 99).map(number -> "ports lan-" + number);
        Arbitrary<String> step = Arbitraries.of("web", "mail", "rest", "clock");
        return Arbitraries.oneOf(
                        octet.map(last -> "system name cairn-rtr-" + last),
                        text.map(words -> "system welcome \"" + words + "\""),
                        octet.map(last -> "system clock-from 198.51.100." + last),
                        Combinators.combine(port, text).as((at, words) -> at + " text \"" + words + "\""),
                        Combinators.combine(port, octet).as((at, last) -> at + " address 192.0.2." + last + "/30"),
                        port.map(at -> at + " closed"),
                        Combinators.combine(port, octet).as((at, tag) -> at + " sub " + tag + " tag " + tag),
                        octet.map(third -> "routing fixed 192.0." + third + ".0/24 via 203.0.113.65"),
                        step.map(name -> "filters chain edge-in step " + name + " match protocol tcp"),
                        step.map(name -> "filters chain edge-in step " + name + " then pass"))
                .list()
                .ofMaxSize(30);
    }

    private static AltamontConfig after(List<String> puts) throws Exclamation {
        AltamontConfig config = new AltamontConfig();
        for (String put : puts) config.put(Tokens.of(put));
        return config;
    }

    @Property
    void whatIsPrintedIsReadAsItWas(@ForAll("puts") List<String> puts) throws Exclamation {
        String printed = after(puts).print();
        assertThat(AltamontConfig.parse(printed).print()).isEqualTo(printed);
    }

    @Property
    void everyPutAgainChangesNothing(@ForAll("puts") List<String> puts) throws Exclamation {
        AltamontConfig config = after(puts);
        String once = config.print();
        for (String put : config.asPuts()) config.put(Tokens.of(put));
        assertThat(config.print()).isEqualTo(once);
    }

    @Property
    void mergedAsXmlIntoAnEmptyDraftItIsTheSame(@ForAll("puts") List<String> puts) throws Exception {
        AltamontConfig config = after(puts);
        AltamontConfig merged = new AltamontConfig();
        ConfigXml.edit(merged, xml(ConfigXml.write(config, Optional.empty())), "merge");
        assertThat(merged.print()).isEqualTo(config.print());
        ConfigXml.edit(merged, xml(ConfigXml.write(config, Optional.empty())), "merge");
        assertThat(merged.print()).as("merging is done once").isEqualTo(config.print());
    }

    @Property
    void cuttingWhatWasNewUndoesIt(@ForAll("puts") List<String> puts) throws Exclamation {
        AltamontConfig config = after(puts);
        String before = config.print();
        config.put(Tokens.of("ports wan-0 text \"by sea\""));
        assertThat(config.print()).isNotEqualTo(before);
        boolean hadPorts = puts.stream().anyMatch(put -> put.startsWith("ports "));
        config.cut(Tokens.of(hadPorts ? "ports wan-0" : "ports"));
        assertThat(config.print()).isEqualTo(before);
    }

    @Property
    void aCopyIsNotAlteredWithItsOriginal(@ForAll("puts") List<String> puts) throws Exclamation {
        AltamontConfig config = after(puts);
        AltamontConfig copy = config.copy();
        String before = copy.print();
        config.put(Tokens.of("system log-to 198.51.100.9"));
        assertThat(copy.print()).isEqualTo(before);
    }

    private static Element xml(String content) throws Exception {
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        factory.setNamespaceAware(true);
        return factory.newDocumentBuilder()
                .parse(new InputSource(new StringReader("<config>" + content + "</config>")))
                .getDocumentElement();
    }
}
