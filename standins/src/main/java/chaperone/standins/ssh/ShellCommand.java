package chaperone.standins.ssh;

import chaperone.standins.device.Shell;
import chaperone.standins.device.Terminal;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.Map;
import java.util.concurrent.Executor;
import org.apache.sshd.server.Environment;
import org.apache.sshd.server.ExitCallback;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Runs a {@link Shell} on an SSH channel. */
final class ShellCommand implements Command {
    private static final Logger LOG = LoggerFactory.getLogger(ShellCommand.class);

    private final Shell shell;
    private final Executor executor;
    private InputStream in = InputStream.nullInputStream();
    private OutputStream out = OutputStream.nullOutputStream();
    private ExitCallback exit = (code, message, closeImmediately) -> {};

    ShellCommand(Shell shell, Executor executor) {
        this.shell = shell;
        this.executor = executor;
    }

    @Override
    public void start(ChannelSession channel, Environment environment) {
        Map<String, String> asked = environment.getEnv();
        boolean hasTerminal = asked.containsKey(Environment.ENV_TERM);
        int rows = hasTerminal ? rows(asked.getOrDefault(Environment.ENV_LINES, "")) : 0;
        Terminal terminal = new Terminal(in, out, hasTerminal, rows);
        executor.execute(() -> serve(terminal));
    }

    private void serve(Terminal terminal) {
        try {
            shell.serve(terminal);
            exit.onExit(0);
        } catch (IOException e) {
            LOG.debug("The visitor has gone", e);
            exit.onExit(1);
        } catch (RuntimeException e) {
            LOG.error("The shell failed", e);
            exit.onExit(2);
        }
    }

    /** A client that does not know the height of its screen says 0: it gets the height of the classic terminal. */
    private static int rows(String text) {
        boolean known = text.matches("[1-9]\\d{0,4}");
        return known ? Integer.parseInt(text) : 24;
    }

    @Override
    public void destroy(ChannelSession channel) {}

    @Override
    public void setInputStream(InputStream in) {
        this.in = in;
    }

    @Override
    public void setOutputStream(OutputStream out) {
        this.out = out;
    }

    @Override
    public void setErrorStream(OutputStream err) {}

    @Override
    public void setExitCallback(ExitCallback callback) {
        this.exit = callback;
    }
}
