package chaperone.standins.demo;

import chaperone.standins.control.Faults;
import chaperone.standins.corvane.CorvaneSwitch;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * The weeks before the demo starts: what people typed on a switch, worked out by the switch's own engine, so that every
 * text is one that it really showed. The same for the same name.
 */
public final class DemoHistory {
    private static final Duration SPAN = Duration.ofDays(82);
    private static final List<String> TENANTS = List.of(
            "bait shop", "coffee cart", "bicycle store", "lost property", "mail room", "first aid", "crew room");

    private DemoHistory() {}

    /** What the switch showed from {@code at} on. */
    public record Moment(Instant at, String running) {}

    /** From the oldest to the newest; the newest is what the switch runs when the demo starts. */
    public static List<Moment> of(Unit unit, Instant now) {
        String sample = SampleConfig.of(unit);
        CorvaneSwitch device = new CorvaneSwitch(
                unit.hardware(), sample, sample, new Faults(), Clock.fixed(now.minus(SPAN), ZoneOffset.UTC));
        Random random = new Random(unit.name().hashCode());
        int edits = unit.role().equals("core") ? 12 + random.nextInt(8) : 4 + random.nextInt(7);
        List<Moment> moments = new ArrayList<>();
        moments.add(new Moment(now.minus(SPAN), device.runningText()));
        for (Instant at : instants(random, edits, now)) {
            device.type(DemoFleet.PERSON, edit(random));
            moments.add(new Moment(at, device.runningText()));
        }
        if (unit.name().equals("brkw-core-1")) {
            device.type(DemoFleet.PERSON, FISH_MARKET);
            moments.add(new Moment(now.minus(Duration.ofMinutes(584)), device.runningText()));
        }
        return List.copyOf(moments);
    }

    private static final List<String> FISH_MARKET = List.of(
            "vlan 340 \"fish market\"",
            "port 1/0/24",
            "text \"fish market kiosk\"",
            "member vlan 340",
            "flood-limit 2",
            "open",
            "up",
            "time-server 203.0.113.5");

    private static List<Instant> instants(Random random, int count, Instant now) {
        long recent = Duration.ofHours(20).toMinutes();
        return random.longs(count, recent, SPAN.toMinutes())
                .distinct()
                .mapToObj(minutes -> now.minus(Duration.ofMinutes(minutes)))
                .sorted()
                .toList();
    }

    private static List<String> edit(Random random) {
        String port = "port 1/0/" + (10 + random.nextInt(13));
        String tenant = TENANTS.get(random.nextInt(TENANTS.size()));
        return switch (random.nextInt(6)) {
            case 0 -> List.of(port, "text \"" + tenant + "\"", "member vlan 310", "open");
            case 1 -> List.of(port, "closed");
            case 2 -> List.of(port, "flood-limit " + (1 + random.nextInt(20)));
            case 3 -> List.of("vlan " + (340 + random.nextInt(50)) + " \"" + tenant + "\"");
            case 4 ->
                List.of(
                        "list quay-in",
                        (30 + random.nextInt(50)) + " pass tcp 192.0.2." + 32 * random.nextInt(7) + "/27 any 8443");
            default -> List.of(port, "text \"" + tenant + " " + (1 + random.nextInt(4)) + "\"", "member vlan 320");
        };
    }
}
