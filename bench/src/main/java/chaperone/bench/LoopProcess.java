package chaperone.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.Writer;
import java.nio.file.Path;
import java.util.List;

/** The bare loop in a process of its own, which runs once for each line that it is given and says how long it took. */
final class LoopProcess implements AutoCloseable {
    private final Process process;
    private final Writer asked;
    private final BufferedReader said;

    private LoopProcess(Process process) {
        this.process = process;
        this.asked = process.outputWriter();
        this.said = process.inputReader();
    }

    /** With the SSH library alone, as it comes. */
    static LoopProcess alone() throws IOException {
        return start("-Dorg.apache.sshd.security.provider.BC.enabled=false");
    }

    /** With the provider of cryptography that the product gives to the library too. */
    static LoopProcess withProvider() throws IOException {
        return start("-Dorg.apache.sshd.security.provider.BC.enabled=true");
    }

    private static LoopProcess start(String provider) throws IOException {
        String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
        List<String> command = List.of(
                java, "-Xmx512m", provider, "-cp", System.getProperty("java.class.path"), BareLoop.class.getName());
        return new LoopProcess(new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start());
    }

    /** Seconds that these many devices took. */
    double seconds(BareLoop.Work work, int devices) throws IOException {
        asked.write(work + " " + devices + "\n");
        asked.flush();
        String line = said.readLine();
        if (line == null) throw new IOException("The bare loop has ended");
        return Double.parseDouble(line);
    }

    long pid() {
        return process.pid();
    }

    @Override
    public void close() {
        process.destroy();
    }
}
