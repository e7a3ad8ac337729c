package chaperone.standins.ssh;

import chaperone.standins.device.Visit;
import chaperone.standins.ssh.SshPort.Programs;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.concurrent.Executor;
import org.apache.sshd.server.Environment;
import org.apache.sshd.server.ExitCallback;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.apache.sshd.server.subsystem.SubsystemFactory;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The subsystem {@code netconf} (RFC 6242). */
record ProgramSubsystem(Programs programs, Executor executor) implements SubsystemFactory {
    private static final Logger LOG = LoggerFactory.getLogger(ProgramSubsystem.class);

    @Override
    public String getName() {
        return "netconf";
    }

    @Override
    public Command createSubsystem(ChannelSession channel) throws IOException {
        if (!programs.isOn()) throw new IOException("The interface for programs is off");
        return new Running(SshPort.visit(channel.getServerSession(), "NETCONF"));
    }

    private final class Running implements Command {
        private final Visit visit;
        private InputStream in = InputStream.nullInputStream();
        private OutputStream out = OutputStream.nullOutputStream();
        private ExitCallback exit = (code, message, closeImmediately) -> {};

        Running(Visit visit) {
            this.visit = visit;
        }

        @Override
        public void start(ChannelSession channel, Environment environment) {
            executor.execute(() -> {
                try {
                    programs.serve(visit, in, out);
                    exit.onExit(0);
                } catch (IOException e) {
                    LOG.debug("The visitor has gone", e);
                    exit.onExit(1);
                } catch (RuntimeException e) {
                    LOG.error("The session failed", e);
                    exit.onExit(2);
                }
            });
        }

        @Override
        public void destroy(ChannelSession channel) {}

        @Override
        public void setInputStream(InputStream stream) {
            in = stream;
        }

        @Override
        public void setOutputStream(OutputStream stream) {
            out = stream;
        }

        @Override
        public void setErrorStream(OutputStream stream) {}

        @Override
        public void setExitCallback(ExitCallback callback) {
            exit = callback;
        }
    }
}
