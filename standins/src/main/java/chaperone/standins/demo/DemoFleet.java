package chaperone.standins.demo;

import chaperone.standins.StandIn.Access;
import chaperone.standins.device.Fault;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The devices of Tern Island Ferries: 49 in the fleet, and 15 that wait, six of them with a fault. */
public final class DemoFleet {
    /** Passwords of the simulated devices, for everybody to read. */
    public static final String ACCOUNT = "chaperone";

    public static final String PASSWORD = "harbour-light-7";
    public static final String ADMIN_PASSWORD = "tide-table-9";
    public static final String PERSON = "m.oduya";
    public static final String PERSON_PASSWORD = "quay-lantern-4";

    /** An older unit that has no SSH. */
    private static final String TELNET_ONLY = "fenn-acc-3";

    private static final Set<String> WAITING = Set.of(
            "esth-core-1",
            "esth-core-2",
            "esth-acc-1",
            "fenn-core-1",
            "fenn-acc-1",
            "inch-acc-2",
            "harr-rtr-1",
            "ald-wall-2",
            "mv-ibis-sw-1",
            TELNET_ONLY);
    private static final Map<String, Fault> FAULTY = Map.of(
            "gull-acc-1", Fault.NO_ANSWER,
            "gull-acc-2", Fault.PORT_CLOSED,
            "harr-acc-1", Fault.WRONG_CREDENTIALS,
            "harr-acc-2", Fault.PRIVILEGE_REFUSED,
            "inch-acc-1", Fault.UNEXPECTED_PROMPT);
    private static final Set<String> SMALL = Set.of(
            "brkw-acc-3",
            "duns-acc-4",
            "fenn-acc-1",
            "gull-acc-1",
            "gull-acc-2",
            "harr-acc-1",
            "harr-acc-2",
            "inch-acc-1",
            "inch-acc-2",
            TELNET_ONLY);

    private DemoFleet() {}

    public static List<Unit> units() {
        List<Unit> units = new ArrayList<>();
        Place.terminals().forEach(place -> {
            for (int n = 1; n <= 2; n++) units.add(unit(place, "core", n, "C7012"));
            for (int n : accessNumbers(place)) units.add(unit(place, "acc", n, "C2048"));
            units.add(unit(place, "rtr", 1, "R4"));
        });
        for (int n = 1; n <= 2; n++) {
            units.add(unit(Place.ALD, "core", n, "C7012"));
            units.add(unit(Place.ALD, "rtr", n, "R9"));
            units.add(unit(Place.ALD, "wall", n, "W900"));
        }
        units.add(unit(Place.ALD, "acc", 1, "C2048"));
        Place.ships().forEach(ship -> units.add(unit(ship, "sw", 1, "P8M")));
        return List.copyOf(units);
    }

    /** The number 3 of Dunsay was never bought. */
    static List<Integer> accessNumbers(Place place) {
        if (place == Place.ALD) return List.of(1);
        return place == Place.DUNS ? List.of(1, 2, 4) : List.of(1, 2, 3);
    }

    private static Unit unit(Place place, String role, int number, String model) {
        String name = place.code() + "-" + role + "-" + number;
        boolean waits = WAITING.contains(name) || FAULTY.containsKey(name);
        return new Unit(
                place,
                role,
                number,
                SMALL.contains(name) ? "C2024" : model,
                !waits,
                Optional.ofNullable(FAULTY.get(name)),
                name.equals(TELNET_ONLY) ? Access.TELNET : Access.SSH);
    }

    /** A list as an engineer would bring it: the waiting devices, and one that is known already. */
    public static String listToBringIn(int port) {
        String waiting = units().stream()
                .filter(unit -> !unit.isKnown())
                .map(unit -> unit.address() + "," + port + "," + unit.place().fullName + "\n")
                .collect(Collectors.joining());
        Unit known = units().get(2);
        return "address,port,site\n" + waiting + known.address() + "," + port + "," + known.place().fullName + "\n";
    }
}
