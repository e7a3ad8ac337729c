package chaperone.server.support;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.standins.StandIn;
import chaperone.standins.device.Fault;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import tools.jackson.databind.JsonNode;

/** A server that knows a device of each family and one that is only known to speak NETCONF, and the people who write, approve and run changes. */
public final class FourFamilies implements AutoCloseable {
    public static final String NETCONF = "urn:ietf:params:xml:ns:netconf:base:1.0";
    public static final String BY_NETCONF = "duns-rtr-1";

    /** A device of each family, and lines that its people would type. */
    public static final Map<String, List<String>> LINES = Map.of(
            "brkw-acc-1",
            List.of("vlan 377 \"ice house\"", "log-server 198.51.100.77"),
            "cairn-rtr-1",
            List.of("put ports lan-2 text \"ice house\""),
            "ald-wall-1",
            List.of("object ice-house host 192.0.2.77"),
            "mv-curlew-sw-1",
            List.of("{ \"welcome\": \"ice house\" }"),
            BY_NETCONF,
            List.of(port("<text>ice house</text>")));

    public final TestServer server;
    public final Api engineer;
    public final Api approver;

    public FourFamilies(int devicePort) {
        this(TestServer.start(devicePort));
    }

    public FourFamilies(TestServer server) {
        this.server = server;
        engineer = server.as(Role.ENGINEER);
        approver = server.as(Role.APPROVER);
        server.bringIn(engineer, list(LINES.keySet(), server::standIn));
        engineer.copy("brkw-acc-1");
        assertThat(engineer.get("/api/devices/brkw-acc-1/agreed")
                        .json(200)
                        .get("how")
                        .asString())
                .isEqualTo("PROPOSED");
    }

    /** What stands in an {@code <edit-config>}, for one port of the router that is known by NETCONF. */
    public static String port(String elements) {
        return "<ports xmlns=\"urn:example:altamont\"><port><name>lan-2</name>" + elements + "</port></ports>";
    }

    /** As a file of addresses to bring in. */
    static String list(Collection<String> devices, Function<String, StandIn> standIns) {
        return devices.stream()
                .map(name -> standIns.apply(name).address().getHostString()
                        + (name.equals(BY_NETCONF) ? ",plain-netconf" : ","))
                .collect(Collectors.joining("\n", "address,platform\n", "\n"));
    }

    /** Everything runs what is agreed, and has saved it. */
    public void settle() {
        for (String name : LINES.keySet()) {
            for (Fault fault : Fault.values()) device(name).clear(fault);
            device(name).device().save();
            engineer.copy(name);
            engineer.post("/api/devices/" + name + "/agreed", Map.of()).json(200);
        }
    }

    @Override
    public void close() {
        server.close();
    }

    public StandIn device(String name) {
        return server.standIn(name);
    }

    public Map<String, String> kept() {
        return LINES.keySet().stream()
                .collect(Collectors.toMap(
                        name -> name, name -> device(name).device().keptRunning()));
    }

    public String matched(String name) {
        return engineer.get("/api/devices/" + name)
                .json(200)
                .at("/device/answers/matched/kind")
                .asString();
    }

    public List<JsonNode> all(JsonNode array) {
        return StreamSupport.stream(array.spliterator(), false).toList();
    }

    public List<String> drifting() {
        return all(engineer.get("/api/drift").json(200)).stream()
                .map(row -> row.get("device").asString())
                .toList();
    }

    public long add(Map<String, Object> edit) {
        return engineer.post("/api/change-edits", edit).json(201).get("number").asLong();
    }

    public long newChange(String title) {
        return engineer.post("/api/changes", Map.of("title", title))
                .json(201)
                .get("number")
                .asLong();
    }

    public Map<String, Object> lines(long change, String name, List<String> lines) {
        return Map.of("change", change, "device", name, "kind", "LINES", "lines", lines);
    }

    public JsonNode preview(long change) {
        return engineer.get("/api/changes/" + change + "/preview").json(200);
    }

    public void approve(long change) {
        engineer.post("/api/changes/" + change + "/propose", Map.of()).json(200);
        String digest = preview(change).get("digest").asString();
        approver.post("/api/changes/" + change + "/approve", Map.of("digest", digest))
                .json(200);
    }

    /** The newest run, once it has ended. */
    public JsonNode run(long change) {
        engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        return ended(change);
    }

    public JsonNode ended(long change) {
        return engineer.await(
                        "/api/changes/" + change + "/runs",
                        runs -> !runs.isEmpty() && runs.get(0).hasNonNull("endedAt"))
                .get(0);
    }

    /** As a change of its own, approved and run; it stands on all of its devices. */
    public void undo(long change) {
        undo(change, "NONE");
    }

    /** @param later which of the changes that were kept later go back, too */
    public void undo(long change, String later) {
        long undo = engineer.post("/api/changes/" + change + "/undo?later=" + later, Map.of())
                .json(201)
                .get("change")
                .asLong();
        approve(undo);
        assertThat(states(run(undo)).values()).containsOnly("KEPT");
    }

    public Map<String, String> states(JsonNode run) {
        Map<String, String> states = new HashMap<>();
        run.get("devices").forEach(line -> {
            states.put(line.get("device").asString(), line.get("state").asString());
        });
        return states;
    }

    public String state(long change) {
        return engineer.get("/api/changes/" + change).json(200).get("state").asString();
    }

    public long changeOfAll(String title) {
        long change = newChange(title);
        LINES.forEach((name, lines) -> add(lines(change, name, lines)));
        return change;
    }
}
