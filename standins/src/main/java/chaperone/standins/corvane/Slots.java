package chaperone.standins.corvane;

import chaperone.standins.device.Hardware;
import java.util.List;
import java.util.stream.IntStream;

/** The slots of a model and the ports in them. */
record Slots(Hardware hardware) {

    private int count() {
        return hardware.model().equals("C7012") ? 4 : 1;
    }

    private int ports() {
        return hardware.model().equals("C2024") ? 24 : 48;
    }

    boolean hasPort(String port) {
        String[] parts = port.split("/");
        int slot = Integer.parseInt(parts[0]);
        int number = Integer.parseInt(parts[2]);
        return slot >= 1 && slot <= count() && parts[1].equals("0") && number >= 1 && number <= ports();
    }

    String portRange() {
        return "1/0/1 to " + count() + "/0/" + ports();
    }

    List<String> modules() {
        return IntStream.rangeClosed(1, count())
                .mapToObj(slot -> String.format("%-5d %-10s %s-%02d", slot, "P" + ports(), hardware.serial(), slot))
                .toList();
    }
}
