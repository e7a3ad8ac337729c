package chaperone.standins.demo;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** What happened in the weeks before the demo that people still talk about. */
final class DemoStory {
    /** One evening somebody gave the same VLAN to six switches, one after the other. */
    private static final List<String> SUMMER_MARKET =
            List.of("brkw-acc-1", "brkw-acc-2", "brkw-acc-3", "cairn-acc-1", "cairn-acc-2", "duns-acc-1");

    private DemoStory() {}

    /** @param ago before the demo starts */
    record Scene(Duration ago, DemoPeople.Person person, List<String> lines) {}

    /** From the oldest to the newest. */
    static List<Scene> of(Unit unit) {
        List<Scene> scenes = new ArrayList<>();
        int market = SUMMER_MARKET.indexOf(unit.name());
        if (market >= 0)
            scenes.add(new Scene(
                    Duration.ofDays(17).plusHours(3).minusMinutes(2L * market),
                    DemoPeople.MAREK,
                    List.of("vlan 395 \"summer market\"")));
        switch (unit.name()) {
            // The ticket hall was cut off for a quarter of an hour, until somebody else saw why.
            case "brkw-core-2" -> {
                scenes.add(uplink(Duration.ofDays(12).plusHours(19), DemoPeople.ODUYA, "310,320"));
                scenes.add(uplink(
                        Duration.ofDays(12).plusHours(19).minusMinutes(18), DemoPeople.MAREK, "310,320,330,900"));
            }
            // The quay stood open for three hours; then the device was restored to what it had been.
            case "harr-core-1" -> {
                scenes.add(list(Duration.ofDays(8).plusHours(2), DemoPeople.VENDOR, "not 90"));
                scenes.add(list(Duration.ofDays(8).minusHours(1), DemoPeople.ODUYA, "90 stop ip any any"));
            }
            // Nobody knows who stood at the cable that night.
            case "cairn-rtr-1" ->
                scenes.add(new Scene(
                        Duration.ofDays(3).plusHours(9),
                        DemoPeople.AT_THE_CABLE,
                        List.of(
                                "put filters chain edge-in step visitor match protocol tcp",
                                "put filters chain edge-in step visitor match to-port 8022",
                                "put filters chain edge-in step visitor then pass",
                                "place filters chain edge-in step visitor before rest")));
            default -> {
                // Nothing that anybody talks about.
            }
        }
        return scenes;
    }

    private static Scene uplink(Duration ago, DemoPeople.Person person, String vlans) {
        return new Scene(ago, person, List.of("port 1/0/3", "carry vlan " + vlans, "up"));
    }

    private static Scene list(Duration ago, DemoPeople.Person person, String line) {
        return new Scene(ago, person, List.of("list quay-in", line, "up"));
    }
}
