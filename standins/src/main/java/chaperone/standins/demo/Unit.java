package chaperone.standins.demo;

import chaperone.standins.StandIn.Access;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Hardware;
import java.util.Map;
import java.util.Optional;

/**
 * A device of the made-up fleet.
 *
 * @param isKnown whether the demo starts with it in its fleet; the others wait to be brought in
 */
public record Unit(
        Place place, String role, int number, String model, boolean isKnown, Optional<Fault> fault, Access access) {
    private static final Map<String, Integer> FIRST_OF_ROLE =
            Map.of("rtr", 1, "core", 10, "acc", 20, "wall", 30, "sw", 10);

    public String name() {
        return place.code() + "-" + role + "-" + number;
    }

    /** In 127.20.0.0/16: the place's number, then 11 and on for the core, 21 and on for the access switches. */
    public String address() {
        return "127.20." + place.number + "." + (FIRST_OF_ROLE.get(role) + number);
    }

    boolean isCore() {
        return role.equals("core");
    }

    public Hardware hardware() {
        String maker = switch (model.charAt(0)) {
            case 'C' -> "Corvane";
            case 'R' -> "Altamont";
            case 'W' -> "Brisling";
            default -> "Pellon";
        };
        String release = switch (maker) {
            case "Corvane" -> access == Access.TELNET ? "6.9.1" : "7.4.2";
            case "Altamont" -> "5.11.2";
            case "Brisling" -> "3.8.1";
            default -> "2.14";
        };
        String serial = String.format(
                "%c%c%s%04X",
                maker.charAt(0), maker.charAt(maker.length() - 2), model.substring(1), name().hashCode() & 0xffff);
        return new Hardware(maker, model, serial.toUpperCase(java.util.Locale.ROOT), release);
    }
}
