package chaperone.standins.corvane;

import chaperone.standins.device.CommandLine;
import chaperone.standins.device.Events;
import chaperone.standins.device.Guard;
import chaperone.standins.device.RefusedLine;
import chaperone.standins.device.Storage;
import chaperone.standins.device.Terminal;
import chaperone.standins.device.Visit;
import chaperone.standins.device.Words;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/** A session on the command line of a Corvane: its level, its place in the configuration, its paging. */
public final class CorvaneShell extends CommandLine {
    private static final String PAGE_END = "-- space for more --";

    private enum Level {
        VIEW,
        ADMIN,
        EDIT,
        LEFT
    }

    private final CorvaneSwitch device;
    private final Guard guard;
    private Level level = Level.VIEW;
    private Optional<String> block = Optional.empty();
    private boolean paging = true;

    public CorvaneShell(CorvaneSwitch device, Visit visit, Events events, Guard guard) {
        super(device, visit, events);
        this.device = device;
        this.guard = guard;
    }

    @Override
    protected String welcome() {
        return device.welcome();
    }

    @Override
    protected boolean hasLeft() {
        return level == Level.LEFT;
    }

    @Override
    protected String prompt() {
        String place = switch (level) {
            case VIEW, LEFT -> "view";
            case ADMIN -> "admin";
            case EDIT -> block.map(name -> "edit " + name).orElse("edit");
        };
        return device.name() + ":" + place + "> ";
    }

    @Override
    protected RefusedLine notNow(String line) {
        return new Refusal(0, Words.of(line).get(0), "not possible now");
    }

    @Override
    protected void take(Terminal terminal, String line) throws IOException, RefusedLine {
        if (level == Level.EDIT) edit(terminal, line);
        else command(terminal, line);
    }

    private void edit(Terminal terminal, String line) throws IOException, RefusedLine {
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
        hasEdited();
    }

    private void leaveEditing() {
        level = Level.ADMIN;
        block = Optional.empty();
        tellOfEdits();
    }

    private void command(Terminal terminal, String line) throws IOException, RefusedLine {
        List<String> words = Words.of(line);
        switch (words.get(0)) {
            case "bye" -> level = level == Level.EDIT ? Level.EDIT : Level.LEFT;
            case "page" -> page(words);
            case "show" -> show(terminal, words);
            case "admin" -> raise(terminal, words);
            case "view" -> level = Level.VIEW;
            case "edit", "save", "guard", "file", "boot", "restart" -> {
                if (level == Level.VIEW) throw new Refusal(0, words.get(0), "only at level admin");
                act(terminal, words);
            }
            default -> throw new Refusal(0, words.get(0), "not known here");
        }
    }

    private void act(Terminal terminal, List<String> words) throws IOException, RefusedLine {
        switch (words.get(0)) {
            case "edit" -> level = Level.EDIT;
            case "guard" -> guard(terminal, words);
            case "file" -> file(terminal, words);
            case "boot" -> boot(terminal, words);
            case "restart" -> restart(terminal);
            default -> {
                device.save();
                show(terminal, "saved\n");
            }
        }
    }

    private void page(List<String> words) throws Refusal {
        boolean onOrOff = words.size() == 2 && List.of("on", "off").contains(words.get(1));
        if (!onOrOff) throw new Refusal(1, "expected \"on\" or \"off\"");
        paging = words.get(1).equals("on");
    }

    private void raise(Terminal terminal, List<String> words) throws IOException, Refusal {
        if (!visit.level().equals("admin")) throw new Refusal(0, words.get(0), "your account may only view");
        if (device.isOpenToCable() && visit.way().equals(Visit.CABLE)) {
            level = Level.ADMIN;
            return;
        }
        Optional<String> password = terminal.readLine("password: ", false);
        if (password.isPresent() && device.raises(password.get())) level = Level.ADMIN;
        else throw new Refusal(0, words.get(0), "wrong password");
    }

    /** Without {@code guard off} in time the switch goes back to its saved configuration. */
    private void guard(Terminal terminal, List<String> words) throws IOException, Refusal {
        if (words.size() != 2) throw new Refusal(1, "expected minutes from 1 to 60, or off");
        if (words.get(1).equals("off")) {
            show(terminal, guard.end() ? "guard is off\n" : "no guard was on\n");
            return;
        }
        boolean isTime = words.get(1).matches("[1-9]\\d?") && Integer.parseInt(words.get(1)) <= 60;
        if (!isTime) throw new Refusal(1, words.get(1), "expected minutes from 1 to 60, or off");
        guard.beginMinutes(Integer.parseInt(words.get(1)), device::restart);
        show(terminal, "back to saved in " + words.get(1) + " minutes unless guard is switched off\n");
    }

    private void file(Terminal terminal, List<String> words) throws IOException, Refusal {
        if (words.size() != 3) throw new Refusal(words.size(), "expected take, digest or drop and a file");
        Storage storage = device.chassis().storage();
        String name = words.get(2);
        switch (words.get(1)) {
            case "digest" ->
                show(
                        terminal,
                        "sha256 " + storage.digest(name).orElseThrow(() -> new Refusal(2, name, "no such file"))
                                + "\n");
            case "drop" -> {
                if (!storage.drop(name)) throw new Refusal(2, name, "no such file");
                show(terminal, "dropped\n");
            }
            case "take" -> boot(terminal, List.of("boot", "from", name));
            default -> throw new Refusal(1, words.get(1), "expected take, digest or drop");
        }
    }

    private void boot(Terminal terminal, List<String> words) throws IOException, Refusal {
        if (words.size() != 3 || !words.get(1).equals("from")) throw new Refusal(1, "expected from and a file");
        Optional<String> refused = device.chassis().bootFrom(words.get(2));
        if (refused.isPresent()) throw new Refusal(2, words.get(2), refused.get());
        show(terminal, "starts from " + words.get(2) + " next time\n");
    }

    private void restart(Terminal terminal) throws IOException {
        if (!terminal.readLine("restart now? (yes/no) ", true).equals(Optional.of("yes"))) return;
        show(terminal, "restarting\n");
        level = Level.LEFT;
        events.restart(visit);
    }

    private void show(Terminal terminal, List<String> words) throws IOException, Refusal {
        String what = String.join(" ", words.subList(1, words.size()));
        if (what.startsWith("config") && level == Level.VIEW) throw new Refusal(1, "config", "only at level admin");
        switch (what) {
            case "config running" -> showConfig(terminal, device.runningText());
            case "config saved" -> showConfig(terminal, device.savedText());
            default -> show(terminal, display(what, words.size()));
        }
    }

    private String display(String what, int words) throws Refusal {
        CorvaneDisplay display = device.display();
        return switch (what) {
            case "facts" -> display.facts(device.name());
            case "modules" -> display.modules();
            case "storage" -> display.storage(device.savedBytes());
            case "changed" -> display.changed();
            case "neighbours" -> display.neighbours();
            case "routes" -> display.routes();
            case "arp" -> display.arp();
            case "macs" -> display.macs();
            default ->
                throw words == 1
                        ? new Refusal(
                                1, "expected config, facts, modules, storage, changed, neighbours, routes, arp or macs")
                        : new Refusal(what.startsWith("config") ? Math.min(2, words - 1) : 1, what, "not known here");
        };
    }

    @Override
    protected boolean isPaged(Terminal terminal) {
        return paging && terminal.rows() > 1;
    }

    @Override
    protected boolean betweenLines(Terminal terminal, int shown) throws IOException {
        int room = terminal.rows() - 1;
        boolean isPageFull = isPaged(terminal) && shown > 0 && shown % room == 0;
        return !isPageFull || goesOn(terminal);
    }

    private static boolean goesOn(Terminal terminal) throws IOException {
        terminal.write(PAGE_END);
        int key = terminal.readKey();
        terminal.write("\r" + " ".repeat(PAGE_END.length()) + "\r");
        return key == ' ' || key == '\r' || key == '\n';
    }
}
