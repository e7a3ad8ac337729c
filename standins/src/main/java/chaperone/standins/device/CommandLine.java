package chaperone.standins.device;

import java.io.IOException;
import java.util.Optional;
import java.util.OptionalInt;

/** A session on a command line, with the faults that can befall any family's. Owned by one thread. */
public abstract class CommandLine implements Shell {
    protected final Visit visit;
    protected final Events events;
    private final Device device;
    private final Faults faults;
    private boolean edited;
    private int commands;

    protected CommandLine(Device device, Visit visit, Events events) {
        this.device = device;
        this.visit = visit;
        this.events = events;
        this.faults = device.faults();
    }

    protected abstract String welcome();

    protected abstract String prompt();

    protected abstract boolean hasLeft();

    /** Does what a line says. */
    protected abstract void take(Terminal terminal, String line) throws IOException, RefusedLine;

    /** The family's answer to a command that is not possible now. */
    protected abstract RefusedLine notNow(String line);

    @Override
    public final void serve(Terminal terminal) throws IOException {
        events.loggedIn(visit);
        show(terminal, welcome());
        while (!hasLeft()) {
            Optional<String> line = terminal.readLine(shownPrompt(), true);
            if (line.isEmpty()) break;
            if (!line.get().isBlank()) answer(terminal, line.get().strip());
        }
        tellOfEdits();
    }

    private String shownPrompt() {
        return faults.has(Fault.UNEXPECTED_PROMPT) ? "[[ " + device.name() + " in maintenance ]] = " : prompt();
    }

    private void answer(Terminal terminal, String line) throws IOException {
        commands++;
        OptionalInt last = faults.number(Fault.DROPS_AFTER);
        if (last.isPresent() && commands > last.getAsInt()) throw new IOException("Dropped on demand");
        if (faults.number(Fault.RESTARTS).orElse(-1) == commands) {
            events.restart(visit);
            throw new IOException("Restarted on demand");
        }
        try {
            if (faults.number(Fault.REFUSES).orElse(0) == commands) throw notNow(line);
            take(terminal, line);
        } catch (RefusedLine refused) {
            show(terminal, refused.getMessage() + "\n");
        }
    }

    /** Notes that this session has edited the configuration. */
    protected final void hasEdited() {
        edited = true;
    }

    protected final void tellOfEdits() {
        if (edited) events.edited(visit);
        edited = false;
    }

    /** A configuration: a fault may stop it in the middle for good. */
    protected final void showConfig(Terminal terminal, String text) throws IOException {
        boolean hangs = faults.has(Fault.HANGS);
        show(terminal, hangs ? text.substring(0, text.length() / 2) : text);
        while (hangs && terminal.readKey() >= 0) {
            // Whatever is typed, nothing more is said; only the end of the session ends this.
        }
    }

    /** Output line by line; {@link #betweenLines} may stop it. */
    protected final void show(Terminal terminal, String text) throws IOException {
        OptionalInt pause = faults.number(Fault.SLOW);
        if (!isPaged(terminal) && pause.isEmpty()) {
            terminal.write(text);
            return;
        }
        int shown = 0;
        for (String line : text.split("(?<=\n)")) {
            if (pause.isPresent()) Pause.milliseconds(pause.getAsInt());
            if (!betweenLines(terminal, shown++)) return;
            terminal.write(line);
        }
    }

    protected boolean isPaged(Terminal terminal) {
        return false;
    }

    /** False if the reader wants no more. */
    protected boolean betweenLines(Terminal terminal, int shown) throws IOException {
        return true;
    }
}
