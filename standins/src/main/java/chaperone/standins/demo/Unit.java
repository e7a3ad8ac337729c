package chaperone.standins.demo;

import chaperone.standins.control.Fault;
import chaperone.standins.corvane.Hardware;
import java.util.Locale;
import java.util.Optional;

/**
 * A switch of the made-up fleet.
 *
 * @param isKnown whether the demo starts with it in its fleet; the others wait to be brought in
 */
public record Unit(Terminal terminal, String role, int number, String model, boolean isKnown, Optional<Fault> fault) {

    /** A ferry terminal: its short and its full name, and its number in the addresses. */
    public enum Terminal {
        BRKW("Brackwater", 1),
        CAIRN("Cairn Point", 2),
        DUNS("Dunsay", 3),
        ESTH("Eastholm", 4),
        FENN("Fennick", 5),
        GULL("Gull Rock", 6),
        HARR("Harrowby", 7),
        INCH("Inchmore", 8);

        public final String fullName;
        final int index;

        Terminal(String fullName, int index) {
            this.fullName = fullName;
            this.index = index;
        }

        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public String name() {
        return terminal.code() + "-" + role + "-" + number;
    }

    /** In 127.20.0.0/16: the terminal's number, then 11 and on for the core, 21 and on for the access switches. */
    public String address() {
        return "127.20." + terminal.index + "." + ((role.equals("core") ? 10 : 20) + number);
    }

    Hardware hardware() {
        String serial = String.format("CV%s%04X", model.substring(1), name().hashCode() & 0xffff);
        return new Hardware(model, serial, "7.4.2");
    }
}
