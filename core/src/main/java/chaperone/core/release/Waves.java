package chaperone.core.release;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Which devices of a rollout go together: first one of each pair, then the partners of these, then those that nothing
 * backs up. No wave holds both devices of a pair, nor all neighbours of a device that has several: something always leads
 * to it. Each device goes in the first wave that takes it, in the order of their names; the cost is devices times waves
 * times links.
 */
public final class Waves {
    private final Map<String, String> partners;
    private final Map<String, Set<String>> neighbours;
    private final List<Set<String>> waves = new ArrayList<>();

    private Waves(Map<String, String> partners, Map<String, Set<String>> neighbours) {
        this.partners = partners;
        this.neighbours = neighbours;
    }

    /**
     * @param partners the name of the other device, for those that are in a pair; it need not be among the devices
     * @param neighbours the names of those that a device has a link to, both ways; they need not be among the devices
     * @return none of them empty
     */
    public static List<List<String>> of(
            Collection<String> devices, Map<String, String> partners, Map<String, Set<String>> neighbours) {
        List<String> first = new ArrayList<>();
        List<String> second = new ArrayList<>();
        List<String> alone = new ArrayList<>();
        Set<String> gone = new HashSet<>();
        for (String device : new TreeSet<>(devices)) {
            String partner = partners.get(device);
            if (partner == null) alone.add(device);
            else if (gone.contains(partner)) second.add(device);
            else {
                first.add(device);
                gone.add(device);
            }
        }
        Waves waves = new Waves(partners, neighbours);
        waves.addAll(first, 0);
        waves.addAll(second, 1);
        waves.addAll(alone, 2);
        return waves.waves.stream()
                .filter(wave -> !wave.isEmpty())
                .map(List::copyOf)
                .toList();
    }

    private void addAll(List<String> devices, int from) {
        for (String device : devices) {
            int wave = from;
            while (wave < waves.size() && !mayJoin(waves.get(wave), device)) wave++;
            while (waves.size() <= wave) waves.add(new TreeSet<>());
            waves.get(wave).add(device);
        }
    }

    private boolean mayJoin(Set<String> wave, String device) {
        String partner = partners.get(device);
        return (partner == null || !wave.contains(partner))
                && neighbours.getOrDefault(device, Set.of()).stream().allMatch(each -> isReached(each, wave, device));
    }

    /** Whether something leads to it while these are away; one that hangs on a single device has no other way anyway. */
    private boolean isReached(String device, Set<String> wave, String andThis) {
        Set<String> ways = neighbours.getOrDefault(device, Set.of());
        return ways.size() < 2 || ways.stream().anyMatch(way -> !way.equals(andThis) && !wave.contains(way));
    }
}
