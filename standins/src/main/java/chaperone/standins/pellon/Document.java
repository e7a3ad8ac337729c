package chaperone.standins.pellon;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What may stand in the document. */
final class Document {
    private static final Map<String, List<String>> MEMBERS = Map.of(
            "accounts", List.of("name", "level", "secret"),
            "vlans", List.of("id", "label"),
            "ports", List.of("n", "label", "vlan", "on", "rxBytes"));
    private static final List<String> TOP =
            List.of("model", "generatedAt", "name", "welcome", "gateway", "logServer", "accounts", "vlans", "ports");

    private Document() {}

    static void check(ObjectNode document) throws BadDocument {
        for (String member : document.propertyNames()) {
            if (!TOP.contains(member)) throw new BadDocument("\"" + member + "\" is not known here");
        }
        for (Map.Entry<String, List<String>> list : MEMBERS.entrySet()) {
            for (JsonNode item : document.path(list.getKey())) {
                for (String member : item.propertyNames()) {
                    if (!list.getValue().contains(member)) {
                        throw new BadDocument("\"" + member + "\" is not known in " + list.getKey());
                    }
                }
            }
        }
        checkPorts(document);
    }

    private static void checkPorts(ObjectNode document) throws BadDocument {
        Set<Integer> vlans = new HashSet<>();
        for (JsonNode vlan : document.path("vlans")) {
            int id = vlan.path("id").asInt(0);
            if (id < 1 || id > 4094) throw new BadDocument("a vlan has an id from 1 to 4094, not " + vlan.path("id"));
            if (!vlans.add(id)) throw new BadDocument("vlan " + id + " is there twice");
        }
        for (JsonNode port : document.path("ports")) {
            int n = port.path("n").asInt(0);
            if (n < 1 || n > 8) throw new BadDocument("a port has a number from 1 to 8, not " + port.path("n"));
            boolean isKnown =
                    !port.has("vlan") || vlans.contains(port.path("vlan").asInt());
            if (!isKnown) throw new BadDocument("port " + n + ": vlan " + port.path("vlan") + " does not exist");
        }
    }

    /** Without what the device adds by itself. */
    static ObjectNode stored(ObjectNode document) {
        ObjectNode stored = document.deepCopy();
        stored.remove(List.of("model", "generatedAt"));
        for (JsonNode port : stored.path("ports")) ((ObjectNode) port).remove("rxBytes");
        return stored;
    }
}
