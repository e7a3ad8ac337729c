package chaperone.standins.demo;

import chaperone.standins.StandIns;
import chaperone.standins.demo.DemoStory.Scene;
import chaperone.standins.device.Device;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Random;

/**
 * The weeks before the demo starts: what people typed on a device, worked out by the device's own engine, so that every
 * text is one that it really showed. The same for the same name.
 */
public final class DemoHistory {
    private static final Duration SPAN = Duration.ofDays(82);
    private static final List<String> TENANTS = List.of(
            "bait shop", "coffee cart", "bicycle store", "lost property", "mail room", "first aid", "crew room");

    private DemoHistory() {}

    /**
     * What the device showed from {@code at} on, and what it could be made from again.
     *
     * @param messages what it said in its log of whoever altered it
     */
    public record Moment(Instant at, String running, String kept, List<PastMessage> messages) {}

    /** From the oldest to the newest; the newest is what the device runs when the demo starts. */
    public static List<Moment> of(Unit unit, Instant now) {
        String sample = SampleConfig.of(unit);
        MovableClock clock = new MovableClock(now.minus(SPAN));
        Device device = StandIns.deviceOf(unit.hardware(), sample, sample, clock);
        Random random = new Random(unit.name().hashCode());
        int edits = unit.isCore() ? 12 + random.nextInt(8) : 3 + random.nextInt(6);
        List<Moment> moments = new ArrayList<>();
        moments.add(moment(device, now.minus(SPAN), List.of()));
        DemoPeople people = new DemoPeople(unit);
        Deque<Scene> story = new ArrayDeque<>(DemoStory.of(unit));
        for (Instant at : instants(random, edits, now)) {
            while (!story.isEmpty() && now.minus(story.peek().ago()).isBefore(at))
                moments.add(played(story.remove(), device, clock, people, now));
            clock.moveTo(at);
            DemoPeople.Person person = people.next();
            device.type(person.account(), edit(unit, random));
            moments.add(moment(device, at, people.messagesOf(person, at)));
        }
        while (!story.isEmpty()) moments.add(played(story.remove(), device, clock, people, now));
        if (unit.name().equals("brkw-core-1")) {
            Instant at = now.minus(Duration.ofMinutes(584));
            device.type(DemoFleet.PERSON, FISH_MARKET);
            moments.add(moment(device, at, people.messagesOf(DemoPeople.ODUYA, at)));
        }
        return List.copyOf(moments);
    }

    private static Moment played(Scene scene, Device device, MovableClock clock, DemoPeople people, Instant now) {
        Instant at = now.minus(scene.ago());
        clock.moveTo(at);
        device.type(scene.person().account(), scene.lines());
        return moment(device, at, people.messagesOf(scene.person(), at));
    }

    private static Moment moment(Device device, Instant at, List<PastMessage> messages) {
        return new Moment(at, device.runningText(), device.keptRunning(), messages);
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

    private static List<String> edit(Unit unit, Random random) {
        String tenant = TENANTS.get(random.nextInt(TENANTS.size()));
        return switch (unit.hardware().maker()) {
            case "Corvane" -> corvane(random, tenant);
            case "Altamont" -> altamont(random, tenant);
            case "Brisling" -> brisling(random, tenant);
            default -> pellon(random, tenant);
        };
    }

    private static List<String> corvane(Random random, String tenant) {
        String port = "port 1/0/" + (10 + random.nextInt(9));
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

    private static List<String> altamont(Random random, String tenant) {
        String step = "put filters chain edge-in step " + tenant.replace(' ', '-');
        return switch (random.nextInt(3)) {
            case 0 -> List.of("put ports lan-3 text \"" + tenant + "\"");
            case 1 ->
                List.of(
                        step + " match protocol tcp",
                        step + " match to-port " + (8000 + random.nextInt(400)),
                        step + " then pass",
                        "place filters chain edge-in step " + tenant.replace(' ', '-') + " before rest");
            default -> List.of("put system clock-from 203.0.113." + (200 + random.nextInt(40)));
        };
    }

    private static List<String> brisling(Random random, String tenant) {
        String object = tenant.replace(' ', '-');
        int number = 200 + random.nextInt(600);
        return switch (random.nextInt(3)) {
            case 0 -> List.of("object " + object + " host 192.0.2." + (1 + random.nextInt(250)));
            case 1 -> List.of("service port-" + number + " tcp " + (8000 + number));
            default ->
                List.of(
                        "object " + object + " host 192.0.2." + (1 + random.nextInt(250)),
                        "rule " + number + " \"" + tenant + "\" from quay to dmz source " + object
                                + " destination pay-gw service web do pass",
                        "place rule " + number + " before 999");
        };
    }

    private static List<String> pellon(Random random, String tenant) {
        return List.of("{\"vlans\": [ {\"id\": 30, \"label\": \"crew\"}, {\"id\": 31, \"label\": \"passengers\"},"
                + " {\"id\": 40, \"label\": \"bridge\"}, {\"id\": " + (50 + random.nextInt(40)) + ", \"label\": \""
                + tenant
                + "\"} ]}");
    }
}
