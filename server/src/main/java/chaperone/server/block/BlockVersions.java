package chaperone.server.block;

import chaperone.server.block.Blocks.Block;
import chaperone.server.fleet.Device;
import chaperone.server.problem.ProblemException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Which devices have a block alike, gathered device by device. */
final class BlockVersions {
    private static final int MOST_NAMES = 500;
    private static final int MOST_LETTERS = 4_000_000;

    private final boolean isTop;
    private final Map<Key, List<String>> alike = new LinkedHashMap<>();
    private final Map<String, Integer> below = new HashMap<>();
    private final List<String> unknown = new ArrayList<>();
    private long letters;

    private record Key(String platform, Optional<String> text) {}

    /** @param text absent for those that have no such block, and for whole configurations */
    record BlockVersion(Optional<String> text, String platform, List<String> devices) {}

    /**
     * Those that most have first.
     *
     * @param below names by which the path can go on, from all devices
     * @param unknown devices that were never copied
     */
    record BlockComparison(List<BlockVersion> versions, List<String> below, List<String> unknown) {}

    /** @param isTop whether whole configurations are gathered: of those only the names below are of use */
    BlockVersions(boolean isTop) {
        this.isTop = isTop;
    }

    /**
     * @param shown its configuration; none if it was never copied
     * @throws ProblemException if the versions are more than anybody could read
     */
    void add(Device device, Optional<String> shown, Optional<Block> block) {
        if (shown.isEmpty()) {
            unknown.add(device.name());
            return;
        }
        block.ifPresent(found -> found.below().forEach(name -> below.merge(name, 1, Integer::sum)));
        Key key = new Key(device.platform(), isTop ? Optional.empty() : block.map(Block::text));
        List<String> same = alike.computeIfAbsent(key, version -> {
            letters += version.text().map(String::length).orElse(0);
            return new ArrayList<>();
        });
        same.add(device.name());
        if (letters > MOST_LETTERS)
            throw ProblemException.ofField(
                    "at",
                    "Its versions have more than " + MOST_LETTERS
                            + " letters: go further down, or choose fewer devices.");
    }

    BlockComparison compared() {
        List<BlockVersion> versions = new ArrayList<>();
        alike.forEach((key, names) -> versions.add(new BlockVersion(key.text(), key.platform(), names)));
        versions.sort(
                Comparator.comparing((BlockVersion version) -> version.text().isEmpty())
                        .thenComparing(version -> -version.devices().size()));
        List<String> names = below.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .map(Map.Entry::getKey)
                .limit(MOST_NAMES)
                .toList();
        return new BlockComparison(versions, names, unknown);
    }
}
