package chaperone.standins.device;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * The far end of a terminal: echoes what is typed, knows backspace, Ctrl-C, Ctrl-U and Ctrl-D. Text is ISO 8859-1, one
 * character a byte, so that any bytes pass. Owned by one thread.
 */
public final class Terminal {
    private static final int LONGEST_LINE = 4096;
    private static final int CTRL_C = 3, CTRL_D = 4, BACKSPACE = 8, CTRL_U = 21, ESCAPE = 27, DELETE = 127;

    private final InputStream in;
    private final OutputStream out;
    private final boolean echoes;
    private final int rows;
    private boolean lastWasReturn;

    /**
     * @param echoes whether the client asked for a terminal; without one nothing is echoed
     * @param rows height of the screen, 0 if it has none
     */
    public Terminal(InputStream in, OutputStream out, boolean echoes, int rows) {
        this.in = in;
        this.out = out;
        this.echoes = echoes;
        this.rows = rows;
    }

    public int rows() {
        return rows;
    }

    /** The next line, or nothing when the other side has gone. A password is read with {@code shown} false. */
    public Optional<String> readLine(String prompt, boolean shown) throws IOException {
        write(prompt);
        StringBuilder line = new StringBuilder();
        while (true) {
            int key = readKey();
            if (key < 0 || key == CTRL_D && line.isEmpty()) return Optional.empty();
            if (key == '\n' || key == '\r') {
                if (echoes) write("\n");
                return Optional.of(line.toString());
            }
            if (key == CTRL_C) return Optional.of(cancelled());
            if (key == ESCAPE) skipEscape();
            else edit(line, key, shown && echoes);
        }
    }

    /** A single key, -1 when the other side has gone. The line feed after a carriage return is passed over. */
    public int readKey() throws IOException {
        int key = in.read();
        if (key == '\n' && lastWasReturn) key = in.read();
        lastWasReturn = key == '\r';
        return key;
    }

    /** Writes text; a line feed becomes what the terminal needs to start a line. */
    public void write(String text) throws IOException {
        String shaped = echoes ? text.replace("\n", "\r\n") : text;
        out.write(shaped.getBytes(StandardCharsets.ISO_8859_1));
        out.flush();
    }

    private String cancelled() throws IOException {
        write("^C\n");
        return "";
    }

    private void edit(StringBuilder line, int key, boolean echo) throws IOException {
        if (key == BACKSPACE || key == DELETE) {
            if (line.isEmpty()) return;
            line.setLength(line.length() - 1);
            if (echo) write("\b \b");
        } else if (key == CTRL_U) {
            if (echo) write("\b \b".repeat(line.length()));
            line.setLength(0);
        } else if (key >= ' ' && line.length() < LONGEST_LINE) {
            line.append((char) key);
            if (echo) write(Character.toString(key));
        }
    }

    /** Arrow keys and the like send ESC, a bracket and a letter; the language has no use for them. */
    private void skipEscape() throws IOException {
        if (readKey() != '[') return;
        int key = readKey();
        while (key >= '0' && key <= ';') key = readKey();
    }
}
