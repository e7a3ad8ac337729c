package chaperone.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Scanner;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.channel.ChannelShell;
import org.apache.sshd.client.keyverifier.AcceptAllServerKeyVerifier;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.core.CoreModuleProperties;

/**
 * The least that copies a device with this SSH library, or that changes a line of it: log in, give the commands, read until
 * each prompt, log out. It checks nothing, keeps nothing and knows its devices by heart.
 */
final class BareLoop implements AutoCloseable {
    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final List<String> LOG_IN = List.of("page off", "admin", "tide-table-9");

    /** What is done with each device. */
    enum Work {
        COPY(List.of(
                "show facts",
                "show storage",
                "show modules",
                "show changed",
                "show config running",
                "show config saved")),
        PUT_A_LINE(changing("log-server 198.51.100.77")),
        TAKE_IT_AWAY(changing("not log-server 198.51.100.77"));

        private final List<String> commands;

        Work(List<String> commands) {
            this.commands = Stream.concat(LOG_IN.stream(), commands.stream()).toList();
        }

        private static List<String> changing(String line) {
            return List.of("show config running", "edit", line, "done", "show config running", "save");
        }
    }

    private final SshClient client = SshClient.setUpDefaultClient();

    private BareLoop() {
        client.setServerKeyVerifier(AcceptAllServerKeyVerifier.INSTANCE);
        client.setKeyExchangeFactories(client.getKeyExchangeFactories().stream()
                .filter(factory -> !factory.getName().contains("sntrup")
                        && !factory.getName().contains("mlkem"))
                .toList());
        client.setNioWorkers(4);
        CoreModuleProperties.TCP_NODELAY.set(client, true);
        client.start();
    }

    public static void main(String[] args) throws Exception {
        try (BareLoop loop = new BareLoop();
                Scanner lines = new Scanner(System.in)) {
            while (lines.hasNextLine()) {
                String[] wanted = lines.nextLine().split(" ");
                List<String> hosts = Sweep.hosts(Integer.parseInt(wanted[1]));
                System.out.println(loop.seconds(Work.valueOf(wanted[0]), hosts));
            }
        }
    }

    private double seconds(Work work, List<String> hosts) throws InterruptedException, ExecutionException {
        ExecutorService workers = Executors.newFixedThreadPool(Sweep.AT_ONCE);
        long start = System.nanoTime();
        List<Future<Integer>> all = new ArrayList<>();
        for (String host : hosts) all.add(workers.submit(() -> bytesOf(work, host)));
        for (Future<Integer> each : all) {
            if (each.get() < 4000) throw new IllegalStateException("A device gave only " + each.get() + " bytes");
        }
        double seconds = (System.nanoTime() - start) / 1e9;
        workers.shutdown();
        return seconds;
    }

    private int bytesOf(Work work, String host) throws IOException {
        try (ClientSession session =
                client.connect("chaperone", host, Sweep.PORT).verify(PATIENCE).getSession()) {
            session.addPasswordIdentity("harbour-light-7");
            session.auth().verify(PATIENCE);
            try (ChannelShell channel = session.createShellChannel()) {
                Output output = new Output();
                channel.setOut(output);
                channel.open().verify(PATIENCE);
                OutputStream typed = channel.getInvertedIn();
                output.awaitEnd();
                for (String command : work.commands) {
                    output.forgetEnd();
                    typed.write((command + "\r").getBytes(StandardCharsets.UTF_8));
                    typed.flush();
                    output.awaitEnd();
                }
                typed.write("bye\r".getBytes(StandardCharsets.UTF_8));
                typed.flush();
                return output.size();
            }
        }
    }

    /** What a device has said; it waits for the reader when it ends with a prompt or a question. */
    private static final class Output extends ByteArrayOutputStream {
        private int from;

        @Override
        public synchronized void write(byte[] bytes, int offset, int length) {
            super.write(bytes, offset, length);
            notifyAll();
        }

        synchronized void forgetEnd() {
            from = count;
        }

        synchronized void awaitEnd() throws IOException {
            long end = System.nanoTime() + PATIENCE.toNanos();
            while (!waitsForReader()) {
                if (System.nanoTime() > end) throw new IOException("No prompt came");
                try {
                    wait(1000);
                } catch (InterruptedException e) {
                    throw new IOException(e);
                }
            }
        }

        private boolean waitsForReader() {
            return count - from > 2 && buf[count - 1] == ' ' && (buf[count - 2] == '>' || buf[count - 2] == ':');
        }
    }

    @Override
    public void close() {
        client.stop();
    }
}
