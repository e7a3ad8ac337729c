package chaperone.standins.corvane;

import chaperone.standins.control.Fault;
import chaperone.standins.control.Faults;
import chaperone.standins.ssh.Shell;
import chaperone.standins.ssh.Terminal;
import chaperone.standins.ssh.Visit;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** A session on the command line of a Corvane: its level, its place in the configuration, its paging. */
public final class CorvaneShell implements Shell {
    private static final String PAGE_END = "-- space for more --";

    private enum Level {
        VIEW,
        ADMIN,
        EDIT,
        LEFT
    }

    private final CorvaneSwitch device;
    private final Visit visit;
    private final Events events;
    private final Faults faults;
    private Level level = Level.VIEW;
    private Optional<String> block = Optional.empty();
    private boolean paging = true;
    private boolean edited;
    private int commands;

    public CorvaneShell(CorvaneSwitch device, Visit visit, Events events) {
        this.device = device;
        this.visit = visit;
        this.events = events;
        this.faults = device.faults();
    }

    @Override
    public void serve(Terminal terminal) throws IOException {
        events.loggedIn(device, visit);
        show(terminal, device.welcome());
        while (level != Level.LEFT) {
            Optional<String> line = terminal.readLine(prompt(), true);
            if (line.isEmpty()) break;
            if (!line.get().isBlank()) take(terminal, line.get().strip());
        }
        tellOfEdits();
    }

    private String prompt() {
        if (faults.has(Fault.UNEXPECTED_PROMPT)) return "[[ " + device.name() + " in maintenance ]] = ";
        String place = switch (level) {
            case VIEW, LEFT -> "view";
            case ADMIN -> "admin";
            case EDIT -> block.map(name -> "edit " + name).orElse("edit");
        };
        return device.name() + ":" + place + "> ";
    }

    private void take(Terminal terminal, String line) throws IOException {
        commands++;
        OptionalInt last = faults.number(Fault.DROPS_AFTER);
        if (last.isPresent() && commands > last.getAsInt()) throw new IOException("Dropped on demand");
        try {
            if (faults.number(Fault.REFUSES).orElse(0) == commands) {
                throw new Refusal(0, Words.of(line).get(0), "not possible now");
            }
            if (level == Level.EDIT) edit(terminal, line);
            else command(terminal, line);
        } catch (Refusal refusal) {
            show(terminal, refusal.getMessage() + "\n");
        }
    }

    private void edit(Terminal terminal, String line) throws IOException, Refusal {
        switch (line) {
            case "done" -> leaveEditing();
            case "up" -> {
                if (block.isPresent()) block = Optional.empty();
                else leaveEditing();
            }
            default -> {
                boolean isReading = line.startsWith("show ") || line.startsWith("page ");
                if (isReading) command(terminal, line);
                else change(line);
            }
        }
    }

    private void change(String line) throws Refusal {
        Optional<String> opened = device.edit(block, line, visit.account());
        if (opened.isPresent()) block = opened;
        edited = true;
    }

    private void leaveEditing() {
        level = Level.ADMIN;
        block = Optional.empty();
        tellOfEdits();
    }

    private void tellOfEdits() {
        if (edited) events.edited(device, visit);
        edited = false;
    }

    private void command(Terminal terminal, String line) throws IOException, Refusal {
        List<String> words = Words.of(line);
        switch (words.get(0)) {
            case "bye" -> level = level == Level.EDIT ? Level.EDIT : Level.LEFT;
            case "page" -> page(words);
            case "show" -> show(terminal, words);
            case "admin" -> raise(terminal, words);
            case "view" -> level = Level.VIEW;
            case "edit" -> {
                needAdmin(words);
                level = Level.EDIT;
            }
            case "save" -> {
                needAdmin(words);
                device.save();
                show(terminal, "saved\n");
            }
            case "restart" -> restart(terminal, words);
            default -> throw new Refusal(0, words.get(0), "not known here");
        }
    }

    private void page(List<String> words) throws Refusal {
        boolean onOrOff = words.size() == 2 && List.of("on", "off").contains(words.get(1));
        if (!onOrOff) throw new Refusal(1, "expected \"on\" or \"off\"");
        paging = words.get(1).equals("on");
    }

    private void raise(Terminal terminal, List<String> words) throws IOException, Refusal {
        if (!visit.level().equals("admin")) throw new Refusal(0, words.get(0), "your account may only view");
        Optional<String> password = terminal.readLine("password: ", false);
        if (password.isPresent() && device.raises(password.get())) level = Level.ADMIN;
        else throw new Refusal(0, words.get(0), "wrong password");
    }

    private void restart(Terminal terminal, List<String> words) throws IOException, Refusal {
        needAdmin(words);
        if (!terminal.readLine("restart now? (yes/no) ", true).equals(Optional.of("yes"))) return;
        show(terminal, "restarting\n");
        level = Level.LEFT;
        events.restart(device, visit);
    }

    private void needAdmin(List<String> words) throws Refusal {
        if (level == Level.VIEW) throw new Refusal(0, words.get(0), "only at level admin");
    }

    private void show(Terminal terminal, List<String> words) throws IOException, Refusal {
        String what = String.join(" ", words.subList(1, words.size()));
        if (what.startsWith("config") && level == Level.VIEW) throw new Refusal(1, "config", "only at level admin");
        String text = switch (what) {
            case "config running" -> device.runningText();
            case "config saved" -> device.savedText();
            case "facts" -> device.facts();
            case "modules" -> device.modules();
            case "storage" -> device.storage();
            case "changed" -> device.changed();
            default ->
                throw words.size() == 1
                        ? new Refusal(1, "expected config, facts, modules, storage or changed")
                        : new Refusal(
                                what.startsWith("config") ? Math.min(2, words.size() - 1) : 1, what, "not known here");
        };
        boolean hangs = what.startsWith("config") && faults.has(Fault.HANGS);
        show(terminal, hangs ? text.substring(0, text.length() / 2) : text);
        while (hangs && terminal.readKey() >= 0) {
            // Whatever is typed, nothing more is said; only the end of the session ends this.
        }
    }

    /** Output, page by page while paging is on. */
    private void show(Terminal terminal, String text) throws IOException {
        boolean inPages = paging && terminal.rows() > 1;
        OptionalInt pause = faults.number(Fault.SLOW);
        if (!inPages && pause.isEmpty()) {
            terminal.write(text);
            return;
        }
        int room = terminal.rows() - 1;
        for (String line : text.split("(?<=\n)")) {
            if (pause.isPresent()) wait(pause.getAsInt());
            if (inPages && room-- == 0) {
                if (!goesOn(terminal)) return;
                room = terminal.rows() - 2;
            }
            terminal.write(line);
        }
    }

    private static boolean goesOn(Terminal terminal) throws IOException {
        terminal.write(PAGE_END);
        int key = terminal.readKey();
        terminal.write("\r" + " ".repeat(PAGE_END.length()) + "\r");
        return key == ' ' || key == '\r' || key == '\n';
    }

    private static void wait(int milliseconds) throws IOException {
        try {
            Thread.sleep(milliseconds);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("Stopped while slow", e);
        }
    }
}
