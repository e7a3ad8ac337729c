package chaperone.standins.brisling;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.CommandLine;
import chaperone.standins.device.Events;
import chaperone.standins.device.RefusedLine;
import chaperone.standins.device.Storage;
import chaperone.standins.device.Terminal;
import chaperone.standins.device.Visit;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/** A session on the command line of a Brisling: looking, and one edit that is applied as a whole. */
public final class BrislingShell extends CommandLine {
    private final BrislingFirewall device;
    private Optional<BrislingConfig> edited = Optional.empty();
    private boolean hasLeft;

    public BrislingShell(BrislingFirewall device, Visit visit, Events events) {
        super(device, visit, events);
        this.device = device;
    }

    @Override
    protected String welcome() {
        return "";
    }

    @Override
    protected boolean hasLeft() {
        return hasLeft;
    }

    @Override
    protected String prompt() {
        return device.name() + (edited.isPresent() ? " edit % " : " % ");
    }

    @Override
    protected RefusedLine notNow(String line) {
        return new ErrorLine(ErrorLine.NOT_NOW, "not possible now");
    }

    @Override
    protected void take(Terminal terminal, String line) throws IOException, RefusedLine {
        String[] words = line.split(" +");
        switch (words[0]) {
            case "show" -> look(terminal, line.substring(4).strip());
            case "bye" -> hasLeft = true;
            case "edit" -> edited = Optional.of(device.copyOfRunning());
            case "apply" -> apply(terminal, words);
            case "discard" -> edited = Optional.empty();
            case "confirm" -> {
                if (!device.confirm()) throw new ErrorLine(ErrorLine.NOT_NOW, "nothing waits to be confirmed");
                show(terminal, "confirmed\n");
            }
            case "restart" -> restart(terminal);
            case "file", "boot" -> file(terminal, words);
            default -> {
                if (edited.isEmpty()) throw new ErrorLine(ErrorLine.NOT_KNOWN, "\"" + words[0] + "\" is not known");
                BrislingFirewall.edit(edited.get(), line);
                hasEdited();
            }
        }
    }

    private void apply(Terminal terminal, String[] words) throws IOException, RefusedLine {
        if (edited.isEmpty()) throw new ErrorLine(ErrorLine.NOT_NOW, "no edit is open");
        if (words.length == 1) {
            device.apply(edited.get(), visit.account());
            show(terminal, "applied\n");
        } else {
            boolean isTime = words.length == 3 && words[1].equals("for") && words[2].matches("[1-9]\\d{0,4}");
            if (!isTime) throw new ErrorLine(ErrorLine.MALFORMED, "expected apply for SECONDS");
            device.applyFor(Integer.parseInt(words[2]), edited.get(), visit.account());
            show(terminal, "applied for " + words[2] + " seconds unless confirmed\n");
        }
        edited = Optional.empty();
        tellOfEdits();
    }

    private void restart(Terminal terminal) throws IOException {
        if (!terminal.readLine("restart now? (yes/no) ", true).equals(Optional.of("yes"))) return;
        show(terminal, "restarting\n");
        hasLeft = true;
        events.restart(visit);
    }

    private void file(Terminal terminal, String[] words) throws IOException, RefusedLine {
        if (words.length != 3) throw new ErrorLine(ErrorLine.MALFORMED, "expected what to do and a file");
        String name = words[2];
        ErrorLine none = new ErrorLine(ErrorLine.DOES_NOT_EXIST, "file \"" + name + "\" does not exist");
        switch (words[0] + " " + words[1]) {
            case "file digest" ->
                show(
                        terminal,
                        "digest sha256 "
                                + device.chassis().storage().digest(name).orElseThrow(() -> none) + "\n");
            case "file drop" -> {
                if (!device.chassis().storage().drop(name)) throw none;
                show(terminal, "dropped\n");
            }
            case "boot from" -> {
                Optional<String> refused = device.chassis().bootFrom(name);
                if (refused.isPresent()) throw new ErrorLine(ErrorLine.NOT_NOW, name + ": " + refused.get());
                show(terminal, "starts from " + name + " next time\n");
            }
            default -> throw new ErrorLine(ErrorLine.NOT_KNOWN, "\"" + words[1] + "\" is not known");
        }
    }

    private void look(Terminal terminal, String what) throws IOException, RefusedLine {
        switch (what) {
            case "config" -> showConfig(terminal, device.runningText());
            case "config stored" -> showConfig(terminal, device.savedText());
            case "counters rules" -> show(terminal, device.counters(Kind.RULE));
            case "counters objects" -> show(terminal, device.counters(Kind.OBJECT));
            default -> show(terminal, text(what));
        }
    }

    private String text(String what) throws RefusedLine {
        Chassis chassis = device.chassis();
        var around = chassis.neighbourhood();
        return switch (what) {
            case "facts" ->
                rows(
                        List.of(
                                "maker Brisling",
                                "name " + device.name(),
                                "model " + chassis.hardware().model(),
                                "serial " + chassis.hardware().serial(),
                                "release " + chassis.release(),
                                "mac-base " + chassis.hardware().macBase(),
                                "up " + chassis.uptimeText()),
                        fact -> "fact " + fact);
            case "modules" ->
                "module 1 name E8 serial " + chassis.hardware().serial() + "-01\n"
                        + rows(
                                List.copyOf(new TreeMap<>(chassis.inserted()).entrySet()),
                                m -> "module " + m.getKey() + " name "
                                        + m.getValue().name() + " serial "
                                        + m.getValue().serial());
            case "storage" ->
                rows(
                                List.copyOf(chassis.storage().sizes().entrySet()),
                                file -> "file " + file.getKey() + " bytes " + file.getValue())
                        + "storage free " + chassis.storage().free() + " all " + Storage.CAPACITY + "\n";
            case "changed" ->
                "changed times " + chassis.changes() + " last " + chassis.changedAt() + " by " + chassis.changedBy()
                        + " saves " + chassis.saves() + "\n";
            case "routes" ->
                rows(
                        around.routes(),
                        r -> "route " + r.prefix() + " via " + r.via() + " port " + r.port() + " from " + r.origin());
            case "arp" -> rows(around.arp(), a -> "arp " + a.address() + " mac " + a.mac() + " port " + a.port());
            case "macs" -> rows(around.macs(), m -> "mac " + m.mac() + " vlan " + m.vlan() + " port " + m.port());
            case "neighbours" ->
                rows(
                        around.neighbours(),
                        n -> "neighbour " + n.port() + " name " + n.name() + " far-port " + n.farPort() + " model "
                                + n.model());
            default -> throw new ErrorLine(ErrorLine.NOT_KNOWN, "\"" + what + "\" is not known");
        };
    }

    private static <T> String rows(List<T> rows, Function<T, String> line) {
        return rows.stream().map(row -> line.apply(row) + "\n").collect(Collectors.joining());
    }
}
