package chaperone.core.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The links of a network as its devices' neighbour tables (IEEE 802.1AB) tell them. Both ends of a link tell of it; it
 * is one link all the same. Linear in the rows of all tables.
 */
public final class Links {

    /** A port of a device. */
    public record End(String device, String port) {}

    /**
     * A link between two ports; {@code near} is the end whose name comes first.
     *
     * @param toldByBoth false if only one end tells of it, or the other end is not asked
     */
    public record Link(End near, End far, boolean toldByBoth) {}

    /** @param known links between devices whose tables are read; {@code leading} ones lead to names that nobody knows */
    public record Found(List<Link> known, List<Link> leading) {
        public Found {
            known = List.copyOf(known);
            leading = List.copyOf(leading);
        }
    }

    private Links() {}

    /** @param neighbours by the device's name: rows with the columns of {@link TableKind#NEIGHBOURS} */
    public static Found of(Map<String, List<List<String>>> neighbours) {
        Map<Set<End>, Link> links = new LinkedHashMap<>();
        Map<Set<End>, Set<String>> tellers = new HashMap<>();
        neighbours.forEach((device, rows) -> rows.forEach(row -> {
            End own = new End(device, row.get(0));
            End other = new End(row.get(1), row.get(2));
            Set<End> ends = Set.copyOf(List.of(own, other));
            // A cable from a device to itself on one port is a mistake of its table.
            if (ends.size() < 2) return;
            tellers.computeIfAbsent(ends, unused -> new HashSet<>()).add(device);
            links.put(ends, link(own, other, isToldByBoth(tellers.get(ends), own, other)));
        }));
        List<Link> known = new ArrayList<>();
        List<Link> leading = new ArrayList<>();
        for (Link link : links.values()) {
            boolean isKnown = neighbours.containsKey(link.near().device())
                    && neighbours.containsKey(link.far().device());
            (isKnown ? known : leading).add(link);
        }
        return new Found(known, leading);
    }

    private static boolean isToldByBoth(Set<String> tellers, End own, End other) {
        return tellers.contains(own.device()) && tellers.contains(other.device());
    }

    private static Link link(End one, End other, boolean toldByBoth) {
        boolean isInOrder = one.device().compareTo(other.device()) < 0
                || one.device().equals(other.device()) && one.port().compareTo(other.port()) < 0;
        return isInOrder ? new Link(one, other, toldByBoth) : new Link(other, one, toldByBoth);
    }
}
