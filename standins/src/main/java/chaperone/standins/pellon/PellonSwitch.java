package chaperone.standins.pellon;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.ConfiguredDevice;
import chaperone.standins.device.Disturbance;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Faults;
import chaperone.standins.device.Neighbourhood;
import chaperone.standins.device.Secret;
import chaperone.standins.device.Storage;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectWriter;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** One small switch: its document in force and its saved one. Safe for several requests at once. */
public final class PellonSwitch extends ConfiguredDevice<ObjectNode> {
    private static final String MARK = "p1:";
    private static final String SALT = "3e8a";
    static final JsonMapper JSON = JsonMapper.builder().build();
    private static final ObjectWriter PRETTY = JSON.writerWithDefaultPrettyPrinter();

    /** @throws IllegalArgumentException if a text is not a document that the device takes */
    public PellonSwitch(Chassis chassis, String running, String saved) {
        super(chassis, parse(running), parse(saved));
    }

    private static ObjectNode parse(String text) {
        try {
            if (!(JSON.readTree(text) instanceof ObjectNode document)) throw new BadDocument("expected a document");
            Document.check(document);
            hash(document);
            return document;
        } catch (JacksonException | BadDocument e) {
            throw new IllegalArgumentException("The sample document is refused: " + e.getMessage(), e);
        }
    }

    private static void hash(ObjectNode document) {
        for (JsonNode account : document.path("accounts")) {
            String secret = account.path("secret").asString("");
            if (!secret.startsWith(MARK)) ((ObjectNode) account).put("secret", Secret.of(MARK, secret, SALT, "-"));
        }
    }

    @Override
    public synchronized String name() {
        return running.path("name").asString("pellon");
    }

    /** Whether it has got its first name and password. */
    synchronized boolean isInService() {
        return running.hasNonNull("name") && !running.path("accounts").isEmpty();
    }

    /** The name and the first account of a factory-new switch. */
    synchronized void firstContact(JsonNode given) throws BadDocument {
        ObjectNode document = running.deepCopy();
        document.put("name", given.path("name").asString(""));
        document.putArray("accounts")
                .addObject()
                .put("name", "chaperone")
                .put("level", "full")
                .put("secret", given.path("password").asString(""));
        replace(document, "chaperone");
    }

    @Override
    public synchronized void becomeFactoryNew() {
        running = parse("{}");
        saved = parse("{}");
        chassis.changed("factory");
    }

    /** {@code look} or {@code full}. */
    @Override
    public synchronized Optional<String> logIn(String account, String password) {
        if (chassis.faults().has(Fault.WRONG_CREDENTIALS)) return Optional.empty();
        return stream(running.path("accounts"))
                .filter(item -> item.path("name").asString("").equals(account)
                        && Secret.fits(MARK, password, item.path("secret").asString(""), "-"))
                .map(item -> item.path("level").asString("look"))
                .findFirst();
    }

    private static Stream<JsonNode> stream(JsonNode array) {
        return StreamSupport.stream(array.spliterator(), false);
    }

    synchronized void replace(ObjectNode document, String account) throws BadDocument {
        Document.check(document);
        hash(document);
        running = Document.stored(document);
        chassis.changed(account);
    }

    /** A JSON Merge Patch (RFC 7396). */
    synchronized void merge(JsonNode patch, String account) throws BadDocument {
        if (!(merged(running.deepCopy(), patch) instanceof ObjectNode document)) {
            throw new BadDocument("the patch leaves no document");
        }
        replace(document, account);
    }

    /** The algorithm of RFC 7396, section 2. */
    static JsonNode merged(JsonNode target, JsonNode patch) {
        if (!(patch instanceof ObjectNode changes)) return patch;
        ObjectNode result = target instanceof ObjectNode object ? object : JSON.createObjectNode();
        changes.properties().forEach(entry -> {
            if (entry.getValue().isNull()) result.remove(entry.getKey());
            else result.set(entry.getKey(), merged(result.path(entry.getKey()), entry.getValue()));
        });
        return result;
    }

    @Override
    public synchronized void type(String account, List<String> lines) {
        try {
            for (String line : lines) merge(JSON.readTree(line), account);
        } catch (JacksonException | BadDocument e) {
            throw new IllegalArgumentException(e.getMessage(), e);
        }
    }

    @Override
    public synchronized boolean isClosed(String port) {
        return stream(running.path("ports"))
                .anyMatch(item -> item.path("n").asString("").equals(port)
                        && !item.path("on").asBoolean(true));
    }

    @Override
    public synchronized List<String> strangersEdit() {
        return List.of("{\"welcome\": \"borrowed by the bait shop\"}");
    }

    @Override
    public synchronized void save() {
        saved = running.deepCopy();
        chassis.saved();
    }

    @Override
    public synchronized void restart() {
        running = saved.deepCopy();
        chassis.restart();
    }

    @Override
    protected String print(ObjectNode config) {
        return PRETTY.writeValueAsString(config);
    }

    @Override
    protected String shown(ObjectNode document) {
        Faults faults = chassis.faults();
        ObjectNode shown = JSON.createObjectNode();
        shown.put("model", chassis.hardware().model());
        shown.put(
                "generatedAt",
                chassis.clock().instant().truncatedTo(ChronoUnit.SECONDS).toString());
        shown.setAll(document.deepCopy());
        ArrayNode ports = shown.withArray("ports");
        if (faults.has(Fault.NOT_UTF8)) ports.addObject().put("n", 9).put("label", "F\u00e4hranleger \u00ff");
        if (faults.has(Fault.HUGE)) pad(ports);
        ports.forEach(port ->
                ((ObjectNode) port).put("rxBytes", received(port.path("n").asInt())));
        String text = PRETTY.writeValueAsString(shown) + "\n";
        return faults.has(Fault.LOSES_A_LINE) ? withoutABrace(text) : text;
    }

    private static void pad(ArrayNode ports) {
        for (int n = 10; n < Disturbance.HUGE_LINES / 5 + 10; n++) {
            ports.addObject()
                    .put("n", n)
                    .put("label", "berth light " + n)
                    .put("vlan", 30)
                    .put("on", true);
        }
    }

    /** The line that is lost is one that ends an object: another one would leave a sound text. */
    private static String withoutABrace(String text) {
        int brace = text.indexOf("\n  } ]", text.length() / 2);
        return brace < 0 ? text : text.substring(0, brace) + text.substring(brace + 6);
    }

    private long received(int port) {
        return 918_273L * port + chassis.uptime().toMillis() / 7;
    }

    synchronized String facts() {
        ObjectNode facts = JSON.createObjectNode();
        facts.put("maker", "Pellon")
                .put("name", name())
                .put("model", chassis.hardware().model())
                .put("serial", chassis.hardware().serial())
                .put("release", chassis.release())
                .put("macBase", chassis.hardware().macBase())
                .put("uptimeSeconds", chassis.uptime().toSeconds())
                .put("storageFree", chassis.storage().free())
                .put("storageAll", Storage.CAPACITY);
        return PRETTY.writeValueAsString(facts) + "\n";
    }

    Optional<String> table(String name) {
        Neighbourhood around = chassis.neighbourhood();
        return switch (name) {
            case "neighbours" ->
                Optional.of(rows(
                        around.neighbours(),
                        (n, row) -> row.put("port", portNumber(n.port()))
                                .put("name", n.name())
                                .put("farPort", n.farPort())
                                .put("model", n.model())));
            case "arp" ->
                Optional.of(rows(
                        around.arp(),
                        (a, row) -> row.put("address", a.address())
                                .put("mac", a.mac())
                                .put("port", portNumber(a.port()))));
            case "macs" ->
                Optional.of(rows(
                        around.macs(),
                        (m, row) ->
                                row.put("vlan", m.vlan()).put("mac", m.mac()).put("port", portNumber(m.port()))));
            case "routes" ->
                Optional.of(rows(
                        around.routes(),
                        (r, row) -> row.put("prefix", r.prefix())
                                .put("via", r.via())
                                .put("port", portNumber(r.port()))
                                .put("origin", r.origin())));
            default -> Optional.empty();
        };
    }

    private static int portNumber(String port) {
        return port.matches("\\d+") ? Integer.parseInt(port) : 0;
    }

    private static <T> String rows(List<T> rows, BiConsumer<T, ObjectNode> fill) {
        ArrayNode array = JSON.createArrayNode();
        rows.forEach(row -> fill.accept(row, array.addObject()));
        return PRETTY.writeValueAsString(array) + "\n";
    }
}
