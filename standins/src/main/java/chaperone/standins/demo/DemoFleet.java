package chaperone.standins.demo;

import chaperone.standins.control.Fault;
import chaperone.standins.demo.Unit.Terminal;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** The switches of Tern Island Ferries: twelve in the fleet, and eleven that wait, six of them with a fault. */
public final class DemoFleet {
    /** Passwords of the simulated devices, for everybody to read. */
    public static final String ACCOUNT = "chaperone";

    public static final String PASSWORD = "harbour-light-7";
    public static final String ADMIN_PASSWORD = "tide-table-9";
    public static final String PERSON = "m.oduya";
    public static final String PERSON_PASSWORD = "quay-lantern-4";

    private DemoFleet() {}

    public static List<Unit> units() {
        return List.of(
                known(Terminal.BRKW, "core", 1, "C7012"),
                known(Terminal.BRKW, "core", 2, "C7012"),
                known(Terminal.BRKW, "acc", 1, "C2048"),
                known(Terminal.BRKW, "acc", 2, "C2048"),
                known(Terminal.BRKW, "acc", 3, "C2024"),
                known(Terminal.CAIRN, "core", 1, "C7012"),
                known(Terminal.CAIRN, "core", 2, "C7012"),
                known(Terminal.CAIRN, "acc", 1, "C2048"),
                known(Terminal.DUNS, "core", 1, "C7012"),
                known(Terminal.DUNS, "core", 2, "C7012"),
                known(Terminal.DUNS, "acc", 1, "C2048"),
                known(Terminal.DUNS, "acc", 4, "C2024"),
                waiting(Terminal.ESTH, "core", 1, "C7012"),
                waiting(Terminal.ESTH, "core", 2, "C7012"),
                waiting(Terminal.ESTH, "acc", 1, "C2048"),
                waiting(Terminal.FENN, "core", 1, "C7012"),
                waiting(Terminal.FENN, "acc", 1, "C2024"),
                faulty(Terminal.GULL, 1, Fault.NO_ANSWER),
                faulty(Terminal.GULL, 2, Fault.PORT_CLOSED),
                faulty(Terminal.HARR, 1, Fault.WRONG_CREDENTIALS),
                faulty(Terminal.HARR, 2, Fault.PRIVILEGE_REFUSED),
                faulty(Terminal.INCH, 1, Fault.UNEXPECTED_PROMPT),
                waiting(Terminal.INCH, "acc", 2, "C2024"));
    }

    /** A list as an engineer would bring it: the waiting switches, and one that is known already. */
    public static String listToBringIn(int port) {
        String waiting = units().stream()
                .filter(unit -> !unit.isKnown())
                .map(unit -> unit.address() + "," + port + "," + unit.terminal().fullName + "\n")
                .collect(Collectors.joining());
        Unit known = units().get(2);
        return "address,port,site\n" + waiting + known.address() + "," + port + "," + known.terminal().fullName + "\n";
    }

    private static Unit known(Terminal terminal, String role, int number, String model) {
        return new Unit(terminal, role, number, model, true, Optional.empty());
    }

    private static Unit waiting(Terminal terminal, String role, int number, String model) {
        return new Unit(terminal, role, number, model, false, Optional.empty());
    }

    private static Unit faulty(Terminal terminal, int number, Fault fault) {
        return new Unit(terminal, "acc", number, "C2024", false, Optional.of(fault));
    }
}
