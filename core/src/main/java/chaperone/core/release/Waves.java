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
 * backs up. No wave holds both devices of a pair. One pass over the devices, in the order of their names.
 */
public final class Waves {
    private Waves() {}

    /**
     * @param partners the name of the other device, for those that are in a pair; it need not be among the devices
     * @return none of them empty
     */
    public static List<List<String>> of(Collection<String> devices, Map<String, String> partners) {
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
        return List.of(first, second, alone).stream()
                .filter(wave -> !wave.isEmpty())
                .toList();
    }
}
