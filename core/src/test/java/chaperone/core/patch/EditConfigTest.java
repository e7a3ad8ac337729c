package chaperone.core.patch;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.XmlGrammar;
import chaperone.core.structure.Structure;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EditConfigTest {
    private static final XmlGrammar XML = new XmlGrammar();
    private static final EditConfig WAY =
            new EditConfig(List.of(new Structure.Entry(Optional.empty(), List.of("name"))));

    private static List<ConfigStatement> tree(String text) {
        return XML.read(text).statements();
    }

    /** In one line, without the layout. */
    private static String flat(String text) {
        return text.lines().map(String::strip).reduce("", String::concat);
    }

    private static String typed(String before, String edit) {
        TypedLines.Outcome outcome = WAY.typed(tree(before), edit.lines().toList());
        return outcome instanceof TypedLines.Outcome.Understood understood
                ? flat(XML.write(understood.tree()))
                : (((TypedLines.Outcome.Refused) outcome).line() + 1) + ": "
                        + ((TypedLines.Outcome.Refused) outcome).message();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "-", textBlock = """
            # before                                   | after                                    | taken away | put
            <a/>                                       | <a/>                                     | - | -
            <a><b>1</b></a>                            | <a><b>1</b><c/></a>                      | - | <a><c/></a>
            <a><b>1</b><c/></a>                        | <a><b>1</b></a>                          | <a><c nc:operation="delete"/></a> | -
            <a><b>1</b></a>                            | <a><b>2</b></a>                          | <a><b nc:operation="delete">1</b></a> | <a><b>2</b></a>
            <a><b>1</b><b>2</b></a>                    | <a><b>2</b><b>3</b></a>                  | <a><b nc:operation="delete">1</b></a> | <a><b>3</b><b>2</b></a>
            <a><b>1</b></a>                            | <a><b>1</b><b>2</b></a>                  | - | <a><b>2</b><b>1</b></a>
            <a><b>1</b><b>2</b></a>                    | <a><b>1</b><b>2</b><b>3</b></a>          | - | <a><b>3</b></a>
            <a><p><name>x</name><t>1</t></p></a>       | <a><p><name>y</name><t>1</t></p></a>     | <a><p nc:operation="delete"><name>x</name></p></a> | <a><p><name>y</name><t>1</t></p></a>
            <a><p><name>x</name><t>1</t></p></a>       | <a><p><name>x</name><t>1</t><u/></p></a> | - | <a><p><name>x</name><u/></p></a>
            <a x="1"><b>&lt;</b></a>                   | <a  x='1' ><b>&#60;</b></a>              | - | -
            <a><k><v>1</v></k><k><v>2</v></k></a>      | <a><k><v>1</v></k><k><v>3</v></k></a>    | - | <a nc:operation="replace"><k><v>1</v></k><k><v>3</v></k></a>
            <a xmlns="urn:x"><b><c>1</c></b></a>       | <a xmlns="urn:x"/>                       | <a nc:operation="delete" xmlns="urn:x"/> | <a xmlns="urn:x"/>
            """)
    void saysNoMoreThanItNeeds(String before, String after, String gone, String put) {
        Patch patch = WAY.between(tree(before), tree(after), Structure.NONE);
        assertThat(patch.commands().stream().map(each -> each.kind() + flat(each.line())))
                .containsExactlyElementsOf(java.util.stream.Stream.of(
                                Optional.ofNullable(gone).map(text -> "REMOVE" + text),
                                Optional.ofNullable(put).map(text -> "PUT" + text))
                        .flatMap(Optional::stream)
                        .toList());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            # stands                             | typed                                                        | stands then, or line and mistake
            <a><b>1</b></a>                      | <a><b>2</b></a>                                              | <a><b>2</b></a>
            <a><b>1</b><b>2</b></a>              | <a><b>3</b></a>                                              | <a><b>1</b><b>2</b><b>3</b></a>
            <a><b>1</b></a>                      | <a><b>2</b><b>3</b></a>                                      | <a><b>1</b><b>2</b><b>3</b></a>
            <a><b>1</b><b>2</b></a>              | <a><b nc:operation="delete">1</b></a>                        | <a><b>2</b></a>
            <a><b>1</b><b>2</b></a>              | <a><b nc:operation="delete"/></a>                            | 1: several <b> stand there: say which value
            <a><b>1</b></a>                      | <a><b nc:operation="delete"/></a>                            | <a></a>
            <a><b>1</b></a>                      | <a><b nc:operation="delete">7</b></a>                        | 1: there is no <b> 7
            <a><b>1</b></a>                      | <a><b nc:operation="remove">7</b></a>                        | <a><b>1</b></a>
            <a><p><name>x</name></p></a>         | <a><p nc:operation="create"><name>x</name></p></a>           | 1: <p> x is there already
            <a><p><name>x</name><t/></p></a>     | <a><p nc:operation="replace"><name>x</name><u/></p></a>      | <a><p><name>x</name><u/></p></a>
            <a><p><name>x</name><t/></p></a>     | <a><p><name>x</name><u/></p></a>                             | <a><p><name>x</name><t/><u/></p></a>
            <a><p><name>x</name><t/></p></a>     | <a xmlns:q="urn:ietf:params:xml:ns:netconf:base:1.0"><p q:operation="delete"><name>x</name></p></a> | <a></a>
            <a/>                                 | <!DOCTYPE a><a/>                                             | 1: no XML: a document type is not read
            <a><t/></a>                          | <a/>                                                         | <a><t/></a>
            <a/>                                 | <a><p><q nc:operation="delete"/></p></a>                     | 1: there is no <q>
            <a/>                                 | <a nc:operation="mend"/>                                     | 1: the operation "mend" is none of merge, replace, create, delete and remove (RFC 6241, section 7.2)
            <a><b>1</b></a>                      | <a><b><![CDATA[2]]></b></a>                                  | <a><b><![CDATA[2]]></b></a>
            <a/>                                 | <a><b>                                                       | 1: no XML: the element <b> is not closed
            """)
    void readsWhatSomebodyTypes(String before, String edit, String then) {
        assertThat(typed(before, edit)).isEqualTo(then);
    }

    /** A list with two keys (RFC 7950, section 7.8.2): one of them alone names nothing. */
    @Test
    void twoKeysNameAnEntryTogether() {
        EditConfig way = new EditConfig(List.of(
                new Structure.Entry(Optional.empty(), List.of("kind", "id")),
                new Structure.Entry(Optional.empty(), List.of("id"))));
        String before =
                "<a><p><kind>x</kind><id>1</id><t/></p><p><kind>y</kind><id>1</id></p><q><id>1</id><t/></q></a>";
        String after = "<a><p><kind>x</kind><id>1</id></p><p><kind>y</kind><id>1</id></p><q><id>1</id></q></a>";
        Patch patch = way.between(tree(before), tree(after), Structure.NONE);
        assertThat(patch.lines().stream().map(EditConfigTest::flat))
                .containsExactly("<a><p><kind>x</kind><id>1</id><t nc:operation=\"delete\"/></p>"
                        + "<q><id>1</id><t nc:operation=\"delete\"/></q></a>");
    }

    @Test
    void namesTheLineOfAMistake() {
        assertThat(typed("<a/>", "<a>\n  <b>1</b>\n  <c nc:operation=\"delete\"/>\n</a>"))
                .isEqualTo("3: there is no <c>");
    }

    @Test
    void manyElementsSideBySideAreQuick() {
        StringBuilder before = new StringBuilder("<a>");
        StringBuilder after = new StringBuilder("<a>");
        for (int i = 0; i < 20_000; i++) {
            before.append("<p><name>").append(i).append("</name></p>");
            after.append("<p><name>").append(i + 1).append("</name></p>");
        }
        Patch patch = WAY.between(tree(before + "</a>"), tree(after + "</a>"), Structure.NONE);
        assertThat(patch.lines().stream().map(EditConfigTest::flat))
                .containsExactly(
                        "<a><p nc:operation=\"delete\"><name>0</name></p></a>", "<a><p><name>20000</name></p></a>");
    }
}
