package chaperone.connect;

import chaperone.standins.network.Identity;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.apache.sshd.common.keyprovider.KeyPairProvider;
import org.apache.sshd.server.Environment;
import org.apache.sshd.server.ExitCallback;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.channel.ChannelSession;
import org.apache.sshd.server.command.Command;
import org.apache.sshd.server.subsystem.SubsystemFactory;

/** A NETCONF server that gives fixed answers, one for each request, in pieces of a few bytes. */
final class ScriptedNetconf implements AutoCloseable {
    private static final String BASE = "urn:ietf:params:netconf:base:";

    private final SshServer server = SshServer.setUpDefaultServer();
    private final List<String> heard = new CopyOnWriteArrayList<>();

    private ScriptedNetconf(String hello, boolean inChunks, List<String> replies) throws IOException {
        server.setHost("127.0.0.1");
        server.setPort(0);
        server.setKeyPairProvider(
                KeyPairProvider.wrap(Identity.fresh("scripted").key()));
        server.setPasswordAuthenticator((account, password, session) -> true);
        server.setSubsystemFactories(List.of(new SubsystemFactory() {
            @Override
            public String getName() {
                return "netconf";
            }

            @Override
            public Command createSubsystem(ChannelSession channel) {
                return new Script(hello, inChunks, replies);
            }
        }));
        server.start();
    }

    static ScriptedNetconf start(boolean newer, List<String> capabilities, List<String> replies) throws IOException {
        StringBuilder hello =
                new StringBuilder("<hello xmlns=\"urn:ietf:params:xml:ns:netconf:base:1.0\"><capabilities>");
        List<String> all = new ArrayList<>(List.of(BASE + "1.0"));
        if (newer) all.add(BASE + "1.1");
        capabilities.forEach(name -> all.add("urn:ietf:params:netconf:capability:" + name));
        all.forEach(uri -> hello.append("<capability>").append(uri).append("</capability>"));
        return new ScriptedNetconf(
                hello.append("</capabilities><session-id>4</session-id></hello>")
                        .toString(),
                newer,
                replies);
    }

    static ScriptedNetconf saying(String first) throws IOException {
        return new ScriptedNetconf(first, false, List.of());
    }

    InetSocketAddress address() {
        return new InetSocketAddress("127.0.0.1", server.getPort());
    }

    /** What the client has said, the hello first. */
    List<String> heard() {
        return heard;
    }

    @Override
    public void close() throws IOException {
        server.stop(true);
    }

    private final class Script implements Command {
        private final String hello;
        private final boolean inChunks;
        private final List<String> replies;
        private InputStream in = InputStream.nullInputStream();
        private OutputStream out = OutputStream.nullOutputStream();
        private ExitCallback exit = (code, message, closeImmediately) -> {};

        Script(String hello, boolean inChunks, List<String> replies) {
            this.hello = hello;
            this.inChunks = inChunks;
            this.replies = replies;
        }

        @Override
        public void start(ChannelSession channel, Environment environment) {
            Thread thread = new Thread(this::run, "scripted-netconf");
            thread.setDaemon(true);
            thread.start();
        }

        private void run() {
            try {
                say(hello, false);
                heard.add(readTo("]]>]]>"));
                for (String reply : replies) {
                    heard.add(readTo(inChunks ? "\n##\n" : "]]>]]>"));
                    say(reply, inChunks);
                }
                readTo("never");
                exit.onExit(0);
            } catch (IOException e) {
                exit.onExit(1);
            }
        }

        /** Framed as RFC 6242 has it, in chunks of up to nine bytes. */
        private void say(String message, boolean chunks) throws IOException {
            byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
            for (int from = 0; from < bytes.length; from += 9) {
                int count = Math.min(9, bytes.length - from);
                if (chunks) out.write(("\n#" + count + "\n").getBytes(StandardCharsets.US_ASCII));
                out.write(bytes, from, count);
                out.flush();
            }
            out.write((chunks ? "\n##\n" : "]]>]]>").getBytes(StandardCharsets.US_ASCII));
            out.flush();
        }

        private String readTo(String end) throws IOException {
            StringBuilder text = new StringBuilder();
            for (int b = in.read(); b >= 0; b = in.read()) {
                text.append((char) b);
                if (text.length() >= end.length()
                        && text.substring(text.length() - end.length()).equals(end)) break;
            }
            return text.toString();
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
