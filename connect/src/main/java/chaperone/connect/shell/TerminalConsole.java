package chaperone.connect.shell;

import chaperone.connect.conversation.Console;
import chaperone.connect.conversation.ReceiveBuffer;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/** A console on a command line. */
final class TerminalConsole implements Console {
    private final TerminalLine line;

    TerminalConsole(TerminalLine line) {
        this.line = line;
    }

    /** Passes on what comes instead of gathering it. */
    static ReceiveBuffer passingTo(Sink sink) {
        return new ReceiveBuffer(0) {
            @Override
            public void write(byte[] chunk, int offset, int length) {
                byte[] said = new byte[length];
                System.arraycopy(chunk, offset, said, 0, length);
                sink.said(said);
            }

            @Override
            public void end() {
                sink.ended();
            }
        };
    }

    @Override
    public void type(String text) {
        try {
            OutputStream out = line.outgoing();
            out.write(text.getBytes(StandardCharsets.UTF_8));
            out.flush();
        } catch (IOException e) {
            close();
        }
    }

    @Override
    public void close() {
        line.close();
    }
}
