package chaperone.standins.corvane;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.Disturbance;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Faults;
import chaperone.standins.device.Neighbourhood;
import chaperone.standins.device.Storage;
import java.util.List;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/** How a Corvane prints what is not configuration, and its configuration's header. */
final class CorvaneDisplay {
    private final Chassis chassis;

    CorvaneDisplay(Chassis chassis) {
        this.chassis = chassis;
    }

    String facts(String name) {
        return fact("maker", "Corvane")
                + fact("name", name)
                + fact("model", chassis.hardware().model())
                + fact("serial", chassis.hardware().serial())
                + fact("release", chassis.release())
                + fact("install", chassis.hardware().model().equals("C7012") ? "unpacked" : "whole-image")
                + fact("mac base", chassis.hardware().macBase())
                + fact("uptime", chassis.uptimeText());
    }

    String changed() {
        return fact("changes", Integer.toString(chassis.changes()))
                + fact("last", chassis.changedAt().toString())
                + fact("by", chassis.changedBy())
                + fact("saves", Integer.toString(chassis.saves()));
    }

    String modules() {
        StringBuilder text = new StringBuilder("slot  module     serial\n");
        new Slots(chassis.hardware())
                .modules()
                .forEach(line -> text.append(line).append('\n'));
        new TreeMap<>(chassis.inserted())
                .forEach((slot, module) ->
                        text.append(String.format("%-5d %-10s %s\n", slot, module.name(), module.serial())));
        return text.toString();
    }

    String storage(int savedBytes) {
        StringBuilder text = new StringBuilder("file                          bytes\n");
        text.append(file("corvane-" + chassis.release() + ".img", 48_000_000L));
        text.append(file("saved.conf", savedBytes));
        chassis.storage().sizes().forEach((name, size) -> text.append(file(name, size)));
        return text.append(file("free", chassis.storage().free()))
                .append(file("all", Storage.CAPACITY))
                .toString();
    }

    String neighbours() {
        return table(
                "port         name                      far port   model",
                chassis.neighbourhood().neighbours(),
                n -> String.format("%-12s %-25s %-10s %s", n.port(), n.name(), n.farPort(), n.model()));
    }

    String routes() {
        return table(
                "prefix              via              port       from",
                chassis.neighbourhood().routes(),
                r -> String.format("%-19s %-16s %-10s %s", r.prefix(), r.via(), r.port(), r.origin()));
    }

    String arp() {
        return table(
                "address          mac                port",
                chassis.neighbourhood().arp(),
                a -> String.format("%-16s %-18s %s", a.address(), a.mac(), a.port()));
    }

    String macs() {
        return table(
                "vlan  mac                port",
                chassis.neighbourhood().macs(),
                (Neighbourhood.Mac m) -> String.format("%-5d %-18s %s", m.vlan(), m.mac(), m.port()));
    }

    private static <T> String table(String head, List<T> rows, Function<T, String> line) {
        return head + "\n" + rows.stream().map(row -> line.apply(row) + "\n").collect(Collectors.joining());
    }

    private static String file(String name, long bytes) {
        return String.format("%-29s %d", name, bytes) + "\n";
    }

    private static String fact(String name, String value) {
        return String.format("%-9s: %s", name, value) + "\n";
    }

    /** The configuration with its header, and with what the faults do to it. */
    String config(String body) {
        Faults faults = chassis.faults();
        String shown = body;
        if (faults.has(Fault.HUGE)) shown = shown + padding(Disturbance.HUGE_LINES - Disturbance.lines(body) - 1);
        // Latin letters from an old terminal: 0xE4 and 0xFF cannot stand in UTF-8 like this.
        if (faults.has(Fault.NOT_UTF8)) shown = shown + "port 1/0/20\n  text \"F\u00e4hranleger \u00ff\"\n";
        String header = "# Corvane " + chassis.hardware().model() + ", release " + chassis.release() + ", "
                + shown.length() + " bytes\n";
        return header + (faults.has(Fault.LOSES_A_LINE) ? Disturbance.withoutOneLine(shown) : shown);
    }

    private static String padding(int lines) {
        StringBuilder text = new StringBuilder(lines * 28);
        for (int i = 0; i < lines; i++) {
            int block = i / 3;
            text.append(
                    switch (i % 3) {
                        case 0 -> "port " + (20 + block / 1000) + "/0/" + block % 1000;
                        case 1 -> "  text \"berth light " + block + "\"";
                        default -> "  member vlan " + (300 + block % 60);
                    });
            text.append('\n');
        }
        return text.toString();
    }
}
