package chaperone.core.structure;

import java.util.ArrayList;
import java.util.List;

/**
 * A port of a device, as its configuration knows it.
 *
 * @param lines what stands below it, each without its indentation
 */
public record Port(String name, List<String> lines) {
    public Port {
        lines = List.copyOf(lines);
    }

    /** In the order of the configuration. */
    public static List<Port> of(Statement root, Structure structure) {
        List<Port> ports = new ArrayList<>();
        if (!structure.ports().isEmpty()) add(root, "", structure, ports);
        return ports;
    }

    private static void add(Statement above, String label, Structure structure, List<Port> ports) {
        for (Statement each : above.children()) {
            String own = each.identity().label();
            structure.portOf(label, own).ifPresent(name -> ports.add(new Port(name, lines(each))));
            if (!each.children().isEmpty()) add(each, own, structure, ports);
        }
    }

    private static List<String> lines(Statement block) {
        List<String> lines = new ArrayList<>();
        for (Statement child : block.children()) {
            lines.add(child.text());
            lines.addAll(lines(child));
        }
        return lines;
    }
}
