package chaperone.connect;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigStatement;
import chaperone.core.patch.EditRequests;
import chaperone.core.patch.EditWay;
import chaperone.core.patch.Patch;
import chaperone.core.patch.TypedLines;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.standins.altamont.AltamontRouter;
import chaperone.standins.altamont.NetconfSession;
import chaperone.standins.device.Events;
import chaperone.standins.device.Visit;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/**
 * What a patch by {@code <edit-config>} promises, with a NETCONF server as the judge that knows its own modules, where the
 * planner knows none. Two configurations are the same if their elements are, in whatever order.
 */
class NetconfLawsTest {
    private static final String END = "]]>]]>";
    private static final String BASE = "urn:ietf:params:xml:ns:netconf:base:1.0";
    private static final String GET = "<get-config><source><running/></source></get-config>";
    private static final Visit VISIT = new Visit("planner", "full", new InetSocketAddress("127.0.0.1", 9), "NETCONF");
    private static final Events NOBODY = new Events() {
        @Override
        public void loggedIn(Visit visit) {}

        @Override
        public void edited(Visit visit) {}

        @Override
        public void restart(Visit visit) {}
    };

    private final Platform platform = Platforms.shipped().get("plain-netconf");
    private final EditWay way = platform.editWay().orElseThrow();
    private final EditRequests requests = platform.edit().orElseThrow();

    @Test
    void theServerGoesThereAndComesBack() throws Exception {
        DemoConfigs routers = DemoConfigs.of("altamont");
        Random random = new Random(20261129);
        for (int i = 0; i < DemoConfigs.TRIES; i++) {
            AltamontRouter device = (AltamontRouter) routers.some(random);
            String origin = running(device);
            String target = running((AltamontRouter) routers.some(random));
            Patch there = between(origin, target);
            assertThat(left(origin, there, target)).as("%s", there.lines()).isEmpty();
            String stands = altered(device, there);
            assertThat(elements(stands)).as("%s", there.lines()).isEqualTo(elements(target));
            Patch back = between(stands, origin);
            assertThat(elements(altered(device, back))).as("%s", back.lines()).isEqualTo(elements(origin));
            assertThat(there.isEmpty()).isEqualTo(elements(origin).equals(elements(target)));
        }
    }

    private List<ConfigStatement> tree(String text) {
        return platform.grammar().read(text).statements();
    }

    private Patch between(String before, String after) {
        return way.between(tree(before), tree(after), platform.structure());
    }

    /** What is still to be done when the commands have been read, without any device, as edits of its tree. */
    private List<String> left(String before, Patch patch, String after) {
        List<ConfigStatement> stands = tree(before);
        for (String line : patch.lines()) {
            TypedLines.Outcome outcome = way.typed(stands, List.of(line));
            assertThat(outcome).isInstanceOf(TypedLines.Outcome.Understood.class);
            stands = ((TypedLines.Outcome.Understood) outcome).tree();
        }
        return way.between(stands, tree(after), platform.structure()).lines();
    }

    private String altered(AltamontRouter device, Patch patch) throws Exception {
        List<String> operations = new ArrayList<>(requests.begin());
        patch.lines().forEach(line -> operations.add(requests.requestFor(line)));
        operations.addAll(requests.finish());
        List<String> replies = said(device, operations);
        assertThat(replies).as("%s", patch.lines()).allMatch(reply -> reply.contains("<ok/>"));
        return running(device);
    }

    private static String running(AltamontRouter device) throws Exception {
        String reply = said(device, List.of(GET)).get(0);
        return reply.substring(reply.indexOf("<data>") + 6, reply.indexOf("</data>"));
    }

    /** One session: the replies to these operations. */
    private static List<String> said(AltamontRouter device, List<String> operations) throws Exception {
        StringBuilder asked = new StringBuilder("<hello xmlns=\"" + BASE + "\"><capabilities><capability>" + BASE
                        + "</capability></capabilities></hello>")
                .append(END);
        for (String operation : operations)
            asked.append("<rpc message-id=\"1\" xmlns=\"" + BASE + "\">")
                    .append(operation)
                    .append("</rpc>")
                    .append(END);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new NetconfSession(
                        device,
                        VISIT,
                        NOBODY,
                        new ByteArrayInputStream(asked.toString().getBytes(StandardCharsets.UTF_8)),
                        out)
                .serve();
        List<String> messages = List.of(out.toString(StandardCharsets.UTF_8).split(END, 0));
        return messages.subList(1, 1 + operations.size());
    }

    /** Name and content of each element, those beside each other in the order of the alphabet. */
    private static List<String> elements(String config) throws Exception {
        Element all = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(("<all>" + config + "</all>").getBytes(StandardCharsets.UTF_8)))
                .getDocumentElement();
        return below(all);
    }

    private static List<String> below(Element element) {
        return IntStream.range(0, element.getChildNodes().getLength())
                .mapToObj(element.getChildNodes()::item)
                .filter(Element.class::isInstance)
                .map(Element.class::cast)
                .map(each -> each.getTagName() + below(each) + (below(each).isEmpty() ? text(each) : ""))
                .sorted()
                .toList();
    }

    private static String text(Node leaf) {
        return leaf.getTextContent();
    }
}
