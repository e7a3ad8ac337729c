package chaperone.server.past;

import chaperone.server.past.PastFleet.Meant;
import chaperone.server.retention.KeepingSpan;
import chaperone.server.revision.ConfigKind;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What goes where: each file with its device, its moment and what becomes of it. */
final class PastPlan {
    private final List<Entry> entries;

    /** Whose word the moment of a file is. */
    enum Dated {
        PATH,
        COMMIT,
        FILE,
        NOBODY
    }

    /**
     * @param place among the files, from 0
     * @param digest of its bytes
     * @param note what is wrong with it, beyond the verdict; or empty
     */
    record Entry(
            int place,
            String path,
            Optional<Meant> device,
            ConfigKind kind,
            Optional<Instant> at,
            Dated dated,
            PastVerdict verdict,
            byte[] digest,
            String note) {
        Entry with(PastVerdict other) {
            return new Entry(place, path, device, kind, at, dated, other, digest, note);
        }

        private String configuration() {
            return device.map(Meant::id).orElse(0L) + "/" + kind;
        }
    }

    /** What comes in of one configuration of a device. */
    record PastSum(String device, ConfigKind kind, int revisions, Instant from, Instant until) {}

    private PastPlan(List<Entry> entries) {
        this.entries = List.copyOf(entries);
    }

    /** @param each as far as a file by itself tells, in the order of the files */
    static PastPlan of(List<Entry> each) {
        Map<String, List<Entry>> byConfiguration = new TreeMap<>();
        Entry[] all = each.toArray(Entry[]::new);
        for (Entry entry : each)
            if (entry.verdict().comesIn())
                byConfiguration
                        .computeIfAbsent(entry.configuration(), key -> new ArrayList<>())
                        .add(entry);
        byConfiguration.values().forEach(some -> settle(some, all));
        return new PastPlan(List.of(all));
    }

    private static void settle(List<Entry> some, Entry[] all) {
        Map<Instant, List<Entry>> byMoment = new TreeMap<>();
        for (Entry entry : some)
            byMoment.computeIfAbsent(entry.at().orElseThrow(), at -> new ArrayList<>())
                    .add(entry);
        Optional<Entry> before = Optional.empty();
        for (List<Entry> together : byMoment.values()) {
            Entry first = together.get(0);
            if (together.stream().anyMatch(entry -> !Arrays.equals(entry.digest(), first.digest()))) {
                for (Entry entry : together) all[entry.place()] = entry.with(PastVerdict.TWICE);
                continue;
            }
            for (Entry entry : together) {
                boolean isSame = before.filter(earlier -> Arrays.equals(earlier.digest(), entry.digest()))
                        .isPresent();
                all[entry.place()] = entry.with(isSame ? PastVerdict.SAME : PastVerdict.REVISION);
                before = Optional.of(entry);
            }
        }
    }

    List<Entry> entries() {
        return entries;
    }

    List<Entry> comingIn() {
        return entries.stream().filter(entry -> entry.verdict().comesIn()).toList();
    }

    Map<PastVerdict, Long> counts() {
        Map<PastVerdict, Long> counts = new LinkedHashMap<>();
        for (PastVerdict verdict : PastVerdict.values()) {
            long count =
                    entries.stream().filter(entry -> entry.verdict() == verdict).count();
            if (count > 0) counts.put(verdict, count);
        }
        return counts;
    }

    /** By device and configuration, in the order of their names. */
    List<PastSum> sums() {
        Map<String, List<Entry>> byName = new TreeMap<>();
        for (Entry entry : comingIn())
            byName.computeIfAbsent(entry.device().orElseThrow().name() + "/" + entry.kind(), key -> new ArrayList<>())
                    .add(entry);
        return byName.values().stream().map(PastPlan::sum).toList();
    }

    private static PastSum sum(List<Entry> some) {
        List<Instant> moments =
                some.stream().map(entry -> entry.at().orElseThrow()).sorted().toList();
        Entry first = some.get(0);
        return new PastSum(
                first.device().orElseThrow().name(),
                first.kind(),
                (int) some.stream()
                        .filter(entry -> entry.verdict() == PastVerdict.REVISION)
                        .count(),
                moments.get(0),
                moments.get(moments.size() - 1));
    }

    /**
     * How many revisions would go again tonight, since they are older than what is kept.
     *
     * @param known how many revisions there are of each device's configuration, by {@code id/kind}
     */
    long goingSoon(KeepingSpan.Span span, Map<String, Long> known) {
        Map<String, Long> newer = new TreeMap<>(known);
        return comingIn().stream()
                .filter(entry -> entry.verdict() == PastVerdict.REVISION)
                .sorted(Comparator.comparing((Entry entry) -> entry.at().orElseThrow())
                        .reversed())
                .filter(entry -> newer.merge(entry.configuration(), 1L, Long::sum) > span.count()
                        && entry.at().orElseThrow().isBefore(span.since()))
                .count();
    }
}
