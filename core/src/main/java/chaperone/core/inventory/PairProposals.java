package chaperone.core.inventory;

import chaperone.core.table.Links.Link;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Which devices may back each other up: of one role and model at one site, with names that differ in their last number
 * only (an odd one and the next), and joined by a link. Two neighbours in common count as well, but only where there are
 * no more than these two: a row of access switches has the same two above it. People confirm them.
 */
public final class PairProposals {
    private static final Pattern NUMBERED = Pattern.compile("(.*?)(\\d{1,6})");
    private static final int COMMON_NEIGHBOURS = 2;

    /** What counts of a device. */
    public record Member(String name, String site, String role, String model) {}

    /** @param why in words: the evidence */
    public record Proposal(String first, String second, String why) {}

    private record Stem(String text, String site, String role) {}

    private PairProposals() {}

    /** In the order of the names. Linear in devices and links, but for sorting. */
    public static List<Proposal> of(List<Member> devices, List<Link> links) {
        Map<Stem, TreeMap<Integer, Member>> byStem = new HashMap<>();
        for (Member device : devices) {
            Matcher name = NUMBERED.matcher(device.name());
            if (!name.matches() || device.role().isEmpty()) continue;
            Stem stem = new Stem(name.group(1), device.site(), device.role());
            byStem.computeIfAbsent(stem, unused -> new TreeMap<>()).put(Integer.parseInt(name.group(2)), device);
        }
        Map<String, Set<String>> around = neighbours(links);
        List<Proposal> proposals = new ArrayList<>();
        byStem.values()
                .forEach(numbers -> numbers.forEach((number, first) -> {
                    Member second = numbers.get(number + 1);
                    boolean fits =
                            number % 2 == 1 && second != null && first.model().equals(second.model());
                    if (!fits) return;
                    evidence(first.name(), second.name(), links, numbers.size() == 2 ? around : Map.of())
                            .ifPresent(why -> proposals.add(new Proposal(first.name(), second.name(), why)));
                }));
        proposals.sort(Comparator.comparing(Proposal::first));
        return List.copyOf(proposals);
    }

    private static Optional<String> evidence(
            String first, String second, List<Link> links, Map<String, Set<String>> around) {
        Optional<String> joined = links.stream()
                .filter(link -> link.near().device().equals(first)
                        && link.far().device().equals(second))
                .findFirst()
                .map(link -> "names differ in their number only, and "
                        + link.near().port() + " is linked to " + link.far().port());
        if (joined.isPresent()) return joined;
        Set<String> common = new HashSet<>(around.getOrDefault(first, Set.of()));
        common.retainAll(around.getOrDefault(second, Set.of()));
        if (common.size() < COMMON_NEIGHBOURS) return Optional.empty();
        return Optional.of("names differ in their number only, and " + common.size() + " neighbours are the same");
    }

    private static Map<String, Set<String>> neighbours(List<Link> links) {
        Map<String, Set<String>> around = new HashMap<>();
        for (Link link : links) {
            String near = link.near().device();
            String far = link.far().device();
            around.computeIfAbsent(near, unused -> new HashSet<>()).add(far);
            around.computeIfAbsent(far, unused -> new HashSet<>()).add(near);
        }
        return around;
    }
}
