package chaperone.standins.altamont;

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

/** A session on the command line of an Altamont: looking, and editing the draft. */
public final class AltamontShell extends CommandLine {
    private final AltamontRouter device;
    private final int session;
    private boolean inDraft;
    private boolean hasLeft;

    public AltamontShell(AltamontRouter device, Visit visit, Events events) {
        super(device, visit, events);
        this.device = device;
        this.session = device.newSession();
    }

    @Override
    protected String welcome() {
        return device.welcome();
    }

    @Override
    protected boolean hasLeft() {
        return hasLeft;
    }

    @Override
    protected String prompt() {
        return device.name() + (inDraft ? " draft> " : "> ");
    }

    @Override
    protected RefusedLine notNow(String line) {
        return new Exclamation(Tokens.of(line).get(0) + ": not possible now");
    }

    @Override
    protected void take(Terminal terminal, String line) throws IOException, RefusedLine {
        List<String> words = Tokens.of(line);
        switch (words.get(0)) {
            case "show" -> showWhat(terminal, String.join(" ", words.subList(1, words.size())));
            case "bye" -> {
                leaveDraft(terminal);
                hasLeft = true;
            }
            case "draft", "keep", "restart", "file", "boot" -> {
                if (!visit.level().equals("full")) throw new Exclamation(words.get(0) + ": your account may only look");
                act(terminal, words);
            }
            default -> {
                if (!inDraft) throw new Exclamation("\"" + words.get(0) + "\" is not known here");
                inDraft(terminal, words, line);
            }
        }
    }

    private void act(Terminal terminal, List<String> words) throws IOException, RefusedLine {
        switch (words.get(0)) {
            case "draft" -> {
                device.draftFor(session);
                inDraft = true;
            }
            case "keep" -> {
                if (!device.keep()) throw new Exclamation("keep: nothing waits to be kept");
                show(terminal, "kept\n");
            }
            case "restart" -> restart(terminal);
            default -> file(terminal, words);
        }
    }

    private void inDraft(Terminal terminal, List<String> words, String line) throws IOException, RefusedLine {
        switch (words.get(0)) {
            case "differences" ->
                show(terminal, device.differences().stream().map(d -> d + "\n").collect(Collectors.joining()));
            case "check" -> check(terminal);
            case "commit" -> commit(terminal, words);
            case "leave" -> leaveDraft(terminal);
            default -> {
                AltamontConfig draft = device.draftFor(session);
                synchronized (device) {
                    AltamontRouter.edit(draft, line);
                }
                hasEdited();
            }
        }
    }

    private void check(Terminal terminal) throws IOException, RefusedLine {
        List<String> problems = device.draft().problems();
        show(terminal, problems.isEmpty() ? "the draft can be committed\n" : String.join("\n", problems) + "\n");
    }

    private void commit(Terminal terminal, List<String> words) throws IOException, RefusedLine {
        device.draftFor(session);
        if (words.size() == 1) {
            device.commit(visit.account());
            show(terminal, "committed\n");
        } else {
            boolean isTime = words.size() == 3
                    && words.get(1).equals("within")
                    && words.get(2).matches("[1-9]\\d?");
            if (!isTime) throw new Exclamation("commit: expected within and minutes from 1 to 99");
            device.commitFor(Integer.parseInt(words.get(2)) * 60, visit.account(), Optional.empty());
            show(terminal, "in force for " + words.get(2) + " minutes unless kept\n");
        }
        tellOfEdits();
    }

    private void leaveDraft(Terminal terminal) throws IOException {
        if (!inDraft) return;
        inDraft = false;
        int dropped = device.differences().size();
        device.discard();
        if (dropped > 0) show(terminal, "draft dropped, " + dropped + " lines\n");
    }

    private void restart(Terminal terminal) throws IOException {
        if (!terminal.readLine("restart now? (yes/no) ", true).equals(Optional.of("yes"))) return;
        show(terminal, "restarting\n");
        hasLeft = true;
        events.restart(visit);
    }

    private void file(Terminal terminal, List<String> words) throws IOException, RefusedLine {
        if (words.size() != 3) throw new Exclamation(words.get(0) + ": expected digest, drop or from, and a file");
        String name = words.get(2);
        switch (words.get(0) + " " + words.get(1)) {
            case "file digest" ->
                show(
                        terminal,
                        "digest { sha256 "
                                + device.chassis()
                                        .storage()
                                        .digest(name)
                                        .orElseThrow(() -> new Exclamation("file " + name + ": no such file"))
                                + "; }\n");
            case "file drop" -> {
                if (!device.chassis().storage().drop(name)) throw new Exclamation("file " + name + ": no such file");
                show(terminal, "dropped\n");
            }
            case "boot from" -> {
                Optional<String> refused = device.chassis().bootFrom(name);
                if (refused.isPresent()) throw new Exclamation("boot from " + name + ": " + refused.get());
                show(terminal, "starts from " + name + " next time\n");
            }
            default -> throw new Exclamation("\"" + words.get(1) + "\" is not known here");
        }
    }

    private void look(Terminal terminal, String what) throws IOException, RefusedLine {
        Chassis chassis = device.chassis();
        var around = chassis.neighbourhood();
        show(
                terminal,
                switch (what) {
                    case "facts" ->
                        "facts {\n    maker Altamont;\n    name " + device.name() + ";\n    model "
                                + chassis.hardware().model() + ";\n    serial "
                                + chassis.hardware().serial() + ";\n    release " + chassis.release()
                                + ";\n    mac-base "
                                + chassis.hardware().macBase() + ";\n    up \"" + chassis.uptimeText() + "\";\n}\n";
                    case "modules" ->
                        "module 1 { name Q" + (chassis.hardware().model().equals("R9") ? 12 : 4) + "; serial "
                                + chassis.hardware().serial() + "-01; }\n"
                                + rows(
                                        List.copyOf(new TreeMap<>(chassis.inserted()).entrySet()),
                                        m -> "module " + m.getKey() + " { name "
                                                + m.getValue().name() + "; serial "
                                                + m.getValue().serial() + "; }");
                    case "storage" ->
                        rows(
                                        List.copyOf(chassis.storage().sizes().entrySet()),
                                        file -> "file " + file.getKey() + " { bytes " + file.getValue() + "; }")
                                + "storage { free " + chassis.storage().free() + "; all " + Storage.CAPACITY + "; }\n";
                    case "changed" ->
                        "changed { times " + chassis.changes() + "; last " + chassis.changedAt() + "; by "
                                + chassis.changedBy() + "; saves " + chassis.saves() + "; }\n";
                    case "routes" ->
                        rows(
                                around.routes(),
                                r -> "route " + r.prefix() + " { via " + r.via() + "; port " + r.port() + "; from "
                                        + r.origin() + "; }");
                    case "arp" ->
                        rows(
                                around.arp(),
                                a -> "arp " + a.address() + " { mac " + a.mac() + "; port " + a.port() + "; }");
                    case "macs" ->
                        rows(
                                around.macs(),
                                m -> "mac " + m.mac() + " { tag " + m.vlan() + "; port " + m.port() + "; }");
                    case "neighbours" ->
                        rows(
                                around.neighbours(),
                                n -> "neighbour " + n.port() + " { name " + n.name() + "; port " + n.farPort()
                                        + "; model " + n.model() + "; }");
                    default -> throw new Exclamation("show: \"" + what + "\" is not known here");
                });
    }

    private static <T> String rows(List<T> rows, Function<T, String> line) {
        return rows.stream().map(row -> line.apply(row) + "\n").collect(Collectors.joining());
    }

    private void showWhat(Terminal terminal, String what) throws IOException, RefusedLine {
        switch (what) {
            case "config" -> showConfig(terminal, asSeen(device.runningText()));
            case "config kept" -> showConfig(terminal, asSeen(device.savedText()));
            default -> look(terminal, what);
        }
    }

    /** An account that may only look sees neither accounts nor filters, and is told so. */
    private String asSeen(String text) {
        if (visit.level().equals("full")) return text;
        return "/* shown in part: level look sees no accounts and no filters */\n"
                + text.replaceAll("(?m)^    account .*\n", "").replaceAll("(?ms)^filters \\{.*?^\\}\n", "");
    }
}
