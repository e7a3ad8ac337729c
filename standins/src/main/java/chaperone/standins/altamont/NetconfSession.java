package chaperone.standins.altamont;

import chaperone.standins.device.Events;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Faults;
import chaperone.standins.device.Pause;
import chaperone.standins.device.Visit;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Element;
import org.xml.sax.SAXException;

/**
 * A NETCONF session with an Altamont (RFC 6241): get, get-config, edit-config, lock, validate, commit with and without
 * confirmation, discard, and the YANG library (RFC 8525). Owned by one thread.
 */
public final class NetconfSession {
    private static final String BASE = "urn:ietf:params:xml:ns:netconf:base:1.0";
    private static final List<String> CAPABILITIES = List.of(
            "urn:ietf:params:netconf:base:1.0",
            "urn:ietf:params:netconf:base:1.1",
            "urn:ietf:params:netconf:capability:candidate:1.0",
            "urn:ietf:params:netconf:capability:confirmed-commit:1.1",
            "urn:ietf:params:netconf:capability:validate:1.1",
            "urn:ietf:params:netconf:capability:yang-library:1.1?revision=2019-01-04&amp;content-id=1",
            ConfigXml.NAMESPACE + "?module=altamont&amp;revision=2026-03-01");

    private final AltamontRouter device;
    private final Visit visit;
    private final Events events;
    private final Faults faults;
    private final NetconfStream stream;
    private final int id;
    private boolean hasLeft;
    private boolean hasEdited;
    private boolean waitsForConfirmation;
    private int operations;

    public NetconfSession(AltamontRouter device, Visit visit, Events events, InputStream in, OutputStream out) {
        this.device = device;
        this.visit = visit;
        this.events = events;
        this.faults = device.faults();
        this.stream = new NetconfStream(in, out);
        this.id = device.newSession();
    }

    public void serve() throws IOException {
        events.loggedIn(visit);
        stream.write(hello().getBytes(StandardCharsets.UTF_8));
        Optional<String> theirs = stream.read();
        if (theirs.isEmpty()) return;
        if (theirs.get().contains("urn:ietf:params:netconf:base:1.1")) stream.useChunks();
        try {
            while (!hasLeft) {
                Optional<String> message = stream.read();
                if (message.isEmpty()) return;
                answer(message.get());
            }
        } finally {
            end();
        }
    }

    private void end() {
        device.endSession(id);
        // RFC 6241, section 8.4: a confirmed commit does not outlive its session.
        if (waitsForConfirmation) device.goBack();
        if (hasEdited) events.edited(visit);
    }

    private String hello() {
        StringBuilder xml = new StringBuilder(
                "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<hello xmlns=\"" + BASE + "\">\n  <capabilities>\n");
        CAPABILITIES.forEach(c -> xml.append("    <capability>").append(c).append("</capability>\n"));
        return xml.append("  </capabilities>\n  <session-id>" + id + "</session-id>\n</hello>\n")
                .toString();
    }

    private void answer(String message) throws IOException {
        operations++;
        OptionalInt last = faults.number(Fault.DROPS_AFTER);
        if (last.isPresent() && operations > last.getAsInt()) throw new IOException("Dropped on demand");
        Element rpc;
        try {
            rpc = parse(message);
        } catch (SAXException e) {
            throw new IOException("Not XML", e);
        }
        String body;
        try {
            if (faults.number(Fault.REFUSES).orElse(0) == operations) {
                throw NetconfError.of("resource-denied", "not possible now");
            }
            body = operation(ConfigXml.children(rpc).get(0));
        } catch (NetconfError error) {
            body = error.xml();
        }
        String reply = "<rpc-reply message-id=\"" + rpc.getAttribute("message-id") + "\" xmlns=\"" + BASE + "\">\n"
                + body + "\n</rpc-reply>\n";
        send(reply, body.startsWith("<data"));
    }

    private void send(String reply, boolean isData) throws IOException {
        byte[] bytes = reply.getBytes(StandardCharsets.UTF_8);
        OptionalInt pause = faults.number(Fault.SLOW);
        if (pause.isPresent()) Pause.milliseconds(Math.min(pause.getAsInt() * 20, 20_000));
        if (isData && faults.has(Fault.HANGS)) {
            stream.writeHalf(bytes);
            stream.waitForEnd();
        }
        stream.write(bytes);
    }

    private String operation(Element operation) throws NetconfError {
        boolean onlyLooks = List.of("get", "get-config", "close-session").contains(operation.getLocalName());
        if (!onlyLooks && !visit.level().equals("full")) {
            throw NetconfError.of("access-denied", "your account may only look");
        }
        try {
            return switch (operation.getLocalName()) {
                case "get" -> get(operation);
                case "get-config" -> getConfig(operation);
                case "edit-config" -> editConfig(operation);
                case "lock" -> lock();
                case "unlock" -> done(device.unlock(id), "operation-failed", "the lock is not yours");
                case "validate" -> validate();
                case "commit" -> commit(operation);
                case "cancel-commit" -> cancel(operation);
                case "discard-changes" -> discard();
                case "close-session" -> leave();
                default -> throw NetconfError.of("operation-not-supported", operation.getLocalName());
            };
        } catch (Exclamation e) {
            throw NetconfError.of("operation-failed", String.valueOf(e.getMessage()));
        }
    }

    private static String done(boolean worked, String tag, String otherwise) throws NetconfError {
        if (!worked) throw NetconfError.of(tag, otherwise);
        return "<ok/>";
    }

    private String get(Element operation) {
        Optional<Element> filter = ConfigXml.child(operation, "filter");
        boolean wantsLibrary =
                filter.flatMap(f -> ConfigXml.child(f, "yang-library")).isPresent();
        boolean wantsHost = filter.flatMap(f -> ConfigXml.child(f, "system"))
                .filter(system -> "urn:ietf:params:xml:ns:yang:ietf-system".equals(system.getNamespaceURI()))
                .isPresent();
        if (wantsLibrary) return "<data>\n" + library() + "</data>";
        if (wantsHost) return "<data>\n" + host() + "</data>";
        return "<data>\n" + ConfigXml.write(device.running(), filter) + "</data>";
    }

    /** RFC 7317 and RFC 8348, as far as the device's facts go. */
    private String host() {
        var hardware = device.chassis().hardware();
        return "  <system xmlns=\"urn:ietf:params:xml:ns:yang:ietf-system\">\n    <hostname>" + device.name()
                + "</hostname>\n  </system>\n  <hardware xmlns=\"urn:ietf:params:xml:ns:yang:ietf-hardware\">\n"
                + "    <component>\n      <name>chassis</name>\n      <model-name>" + hardware.model()
                + "</model-name>\n      <serial-num>" + hardware.serial() + "</serial-num>\n      <software-rev>"
                + device.chassis().release() + "</software-rev>\n    </component>\n  </hardware>\n";
    }

    private static String library() {
        return """
                  <yang-library xmlns="urn:ietf:params:xml:ns:yang:ietf-yang-library">
                    <module-set>
                      <name>all</name>
                      <module>
                        <name>altamont</name>
                        <revision>2026-03-01</revision>
                        <namespace>urn:example:altamont</namespace>
                      </module>
                    </module-set>
                    <content-id>1</content-id>
                  </yang-library>
                """;
    }

    private String getConfig(Element operation) throws NetconfError {
        String source = ConfigXml.child(operation, "source")
                .map(element -> ConfigXml.children(element).get(0).getLocalName())
                .orElseThrow(() -> NetconfError.of("missing-element", "source"));
        AltamontConfig config = switch (source) {
            case "running" -> device.running();
            case "candidate" -> device.draft();
            default -> throw NetconfError.of("invalid-value", "there is no " + source);
        };
        return "<data>\n" + ConfigXml.write(config, ConfigXml.child(operation, "filter")) + "</data>";
    }

    private String editConfig(Element operation) throws NetconfError, Exclamation {
        boolean isCandidate = ConfigXml.child(operation, "target")
                .flatMap(target -> ConfigXml.child(target, "candidate"))
                .isPresent();
        if (!isCandidate) throw NetconfError.of("operation-not-supported", "only the candidate can be edited");
        Element config =
                ConfigXml.child(operation, "config").orElseThrow(() -> NetconfError.of("missing-element", "config"));
        String otherwise = ConfigXml.child(operation, "default-operation")
                .map(Element::getTextContent)
                .orElse("merge");
        synchronized (device) {
            ConfigXml.edit(device.draftFor(id), config, otherwise);
        }
        hasEdited = true;
        return "<ok/>";
    }

    private String lock() throws NetconfError {
        OptionalInt holder = device.lock(id);
        if (holder.isPresent()) throw NetconfError.lockDenied(holder.getAsInt());
        return "<ok/>";
    }

    private String validate() throws NetconfError {
        List<String> problems = device.draft().problems();
        return done(problems.isEmpty(), "operation-failed", problems.isEmpty() ? "" : problems.get(0));
    }

    private String commit(Element operation) throws Exclamation, NetconfError {
        synchronized (device) {
            device.draftFor(id);
            checkToken(operation);
            Optional<String> persist = ConfigXml.child(operation, "persist").map(NetconfSession::text);
            boolean isConfirmed = ConfigXml.child(operation, "confirmed").isPresent();
            if (isConfirmed) device.commitFor(seconds(operation), visit.account(), persist);
            else device.commit(visit.account());
            waitsForConfirmation = isConfirmed && persist.isEmpty();
        }
        return "<ok/>";
    }

    private static int seconds(Element operation) throws NetconfError {
        String seconds = ConfigXml.child(operation, "confirm-timeout")
                .map(NetconfSession::text)
                .orElse("600");
        if (!seconds.matches("[1-9]\\d{0,8}")) throw NetconfError.of("invalid-value", "confirm-timeout " + seconds);
        return Integer.parseInt(seconds);
    }

    /** RFC 6241, sections 8.4.4.1 and 8.4.5.1: a commit that outlives its session is somebody's who knows its token. */
    private void checkToken(Element operation) throws NetconfError {
        Optional<String> given = ConfigXml.child(operation, "persist-id").map(NetconfSession::text);
        if (!given.equals(device.persistId()))
            throw NetconfError.of("invalid-value", "persist-id is not that of a commit that waits to be confirmed");
    }

    private static String text(Element element) {
        return element.getTextContent().strip();
    }

    private String cancel(Element operation) throws NetconfError {
        synchronized (device) {
            checkToken(operation);
            boolean isOurs = waitsForConfirmation || device.persistId().isPresent();
            if (!isOurs) throw NetconfError.of("operation-failed", "no commit waits for confirmation");
            device.goBack();
            waitsForConfirmation = false;
        }
        return "<ok/>";
    }

    private String discard() throws Exclamation {
        device.draftFor(id);
        device.discard();
        return "<ok/>";
    }

    private String leave() {
        hasLeft = true;
        return "<ok/>";
    }

    private static Element parse(String message) throws IOException, SAXException {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            var builder = factory.newDocumentBuilder();
            builder.setErrorHandler(null);
            return builder.parse(new ByteArrayInputStream(message.getBytes(StandardCharsets.UTF_8)))
                    .getDocumentElement();
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException(e);
        }
    }
}
