package chaperone.server.revision;

import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigDocument;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.noise.Noise;
import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.core.platform.Platform;
import chaperone.server.content.Contents;
import chaperone.server.fleet.Device;
import chaperone.server.noise.NoiseInput;
import chaperone.server.noise.NoiseRules;
import chaperone.server.secret.SecretMasks;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What setting lines aside would do to the past of devices: which revisions would be one. Nothing is altered. */
@Component
class NoiseEffect {
    /** More devices than these are not read for a preview; it says so. */
    private static final int MOST_DEVICES = 40;

    private static final int MOST_EXAMPLES = 5;

    private final NoiseRules noiseRules;
    private final RevisionRepository revisions;
    private final Contents contents;
    private final History history;
    private final SecretMasks masks;

    NoiseEffect(
            NoiseRules noiseRules,
            RevisionRepository revisions,
            Contents contents,
            History history,
            SecretMasks masks) {
        this.masks = masks;
        this.noiseRules = noiseRules;
        this.revisions = revisions;
        this.contents = contents;
        this.history = history;
    }

    /** Revisions that would differ in noise alone, the first to the last of them. */
    record Merge(int from, int to) {}

    /**
     * @param lines of its newest configuration that the pattern fits
     * @param revisions now, and with the pattern in force
     */
    record DeviceEffect(
            String device, ConfigKind kind, int lines, int revisions, int revisionsThen, List<Merge> merges) {}

    /**
     * @param devices for which the pattern would count; the first {@code examined} of them were looked at
     * @param examples of lines that it fits, masked as a page shows them
     */
    record Effect(int devices, int examined, List<DeviceEffect> effects, List<String> examples) {}

    /** @param first the device that is looked at in any case, if the pattern counts for it */
    @Transactional(readOnly = true)
    public Effect of(NoiseInput input, String first) {
        Noise.Item item = input.item();
        List<Device> reached = noiseRules.reached(input).stream()
                .sorted(Comparator.comparing((Device device) -> !device.name().equals(first))
                        .thenComparing(Device::name))
                .toList();
        List<Device> examined = reached.subList(0, Math.min(reached.size(), MOST_DEVICES));
        List<DeviceEffect> effects = new ArrayList<>();
        List<String> examples = new ArrayList<>();
        for (Device device : examined) {
            for (ConfigKind kind : ConfigKind.values()) {
                List<Revision> all = revisions.all(device.id(), kind);
                if (!all.isEmpty()) effects.add(effect(device, kind, all, item, examples));
            }
        }
        return new Effect(reached.size(), examined.size(), effects, examples);
    }

    private DeviceEffect effect(
            Device device, ConfigKind kind, List<Revision> all, Noise.Item item, List<String> examples) {
        Noise now = noiseRules.of(device);
        Noise then = now.with(List.of(item));
        Platform platform = history.platformOf(device);
        List<byte[]> settledNow = new ArrayList<>();
        List<byte[]> settledThen = new ArrayList<>();
        int fits = 0;
        for (Revision revision : all) {
            ConfigDocument document =
                    ConfigDocument.read(platform.grammar(), ConfigBytes.decode(contents.read(revision.digest())));
            settledNow.add(History.settledDigest(now.in(document)));
            settledThen.add(History.settledDigest(then.in(document)));
            if (revision == all.get(all.size() - 1)) fits = fitting(platform, item, document, examples);
        }
        return new DeviceEffect(
                device.name(),
                kind,
                fits,
                distinct(settledNow),
                distinct(settledThen),
                merges(all, settledNow, settledThen));
    }

    private int fitting(Platform platform, Noise.Item item, ConfigDocument document, List<String> examples) {
        NoiseMarkedConfig alone = new Noise(List.of(item)).in(document);
        MaskedConfig masked = masks.of(platform, document);
        int[] fitting =
                IntStream.range(0, document.lineCount()).filter(alone::hasNoise).toArray();
        IntStream.of(fitting)
                .mapToObj(line -> ConfigBytes.printable(masked.line(line)))
                .filter(line -> !examples.contains(line))
                .limit(Math.max(0, MOST_EXAMPLES - examples.size()))
                .forEach(examples::add);
        return fitting.length;
    }

    /** Counting neighbours that are the same as one. */
    private static int distinct(List<byte[]> settled) {
        int distinct = 1;
        for (int i = 1; i < settled.size(); i++) {
            if (!Arrays.equals(settled.get(i - 1), settled.get(i))) distinct++;
        }
        return distinct;
    }

    private static List<Merge> merges(List<Revision> all, List<byte[]> now, List<byte[]> then) {
        List<Merge> merges = new ArrayList<>();
        int from = 0;
        for (int i = 1; i <= all.size(); i++) {
            if (i < all.size() && Arrays.equals(then.get(i - 1), then.get(i))) continue;
            boolean isNew = distinct(now.subList(from, i)) > 1;
            if (i - from > 1 && isNew)
                merges.add(new Merge(all.get(from).number(), all.get(i - 1).number()));
            from = i;
        }
        return merges;
    }
}
