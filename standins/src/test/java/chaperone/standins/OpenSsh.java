package chaperone.standins;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** The ordinary SSH client of the machine, as a person would use it from a script. */
public final class OpenSsh {
    private OpenSsh() {}

    /** Logs in, types the lines and gives all that was printed. */
    public static String type(InetSocketAddress device, String account, String password, List<String> lines)
            throws IOException, InterruptedException {
        Path folder = Files.createTempDirectory("ssh");
        Path askPass = Files.writeString(folder.resolve("ask"), "#!/bin/sh\necho '" + password + "'\n");
        Files.setPosixFilePermissions(askPass, PosixFilePermissions.fromString("rwx------"));
        ProcessBuilder builder = new ProcessBuilder(
                "ssh",
                "-F",
                "none",
                "-tt",
                "-o",
                "StrictHostKeyChecking=no",
                "-o",
                "UserKnownHostsFile=/dev/null",
                "-o",
                "LogLevel=ERROR",
                "-o",
                "PreferredAuthentications=password,keyboard-interactive",
                "-o",
                "ConnectTimeout=5",
                "-p",
                Integer.toString(device.getPort()),
                account + "@" + device.getHostString());
        builder.environment().put("SSH_ASKPASS", askPass.toString());
        builder.environment().put("SSH_ASKPASS_REQUIRE", "force");
        builder.environment().put("DISPLAY", ":none");
        Process ssh = builder.redirectErrorStream(true).start();
        try (OutputStream keys = ssh.getOutputStream()) {
            keys.write((String.join("\r", lines) + "\r").getBytes(StandardCharsets.ISO_8859_1));
        } catch (IOException hungUp) {
            // A device that restarts or refuses hangs up before all is typed: what the client printed tells why.
        }
        String printed = new String(ssh.getInputStream().readAllBytes(), StandardCharsets.ISO_8859_1);
        if (!ssh.waitFor(20, TimeUnit.SECONDS)) ssh.destroyForcibly();
        return printed.replace("\r\n", "\n");
    }
}
