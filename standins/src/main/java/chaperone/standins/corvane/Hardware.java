package chaperone.standins.corvane;

import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/** A switch as it was delivered. */
public record Hardware(String model, String serial, String release) {

    int slots() {
        return model.equals("C7012") ? 4 : 1;
    }

    int portsOfASlot() {
        return model.equals("C2024") ? 24 : 48;
    }

    boolean hasPort(String port) {
        String[] parts = port.split("/");
        int slot = Integer.parseInt(parts[0]);
        int number = Integer.parseInt(parts[2]);
        return slot >= 1 && slot <= slots() && parts[1].equals("0") && number >= 1 && number <= portsOfASlot();
    }

    String portRange() {
        return "1/0/1 to " + slots() + "/0/" + portsOfASlot();
    }

    /** A locally administered address (RFC 7042, section 2.1) that follows from the serial number. */
    String macBase() {
        int hash = serial.hashCode();
        return String.format(Locale.ROOT, "02:c0:%02x:%02x:%02x:00", hash >> 16 & 0xff, hash >> 8 & 0xff, hash & 0xff);
    }

    List<String> modules() {
        return IntStream.rangeClosed(1, slots())
                .mapToObj(slot -> String.format("%-5d %-10s %s-%02d", slot, "P" + portsOfASlot(), serial, slot))
                .toList();
    }
}
