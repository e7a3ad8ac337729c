package chaperone.server.support;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Git itself, the program that everybody has. */
public final class GitProgram {
    private GitProgram() {}

    /** What it says; fails if it refuses. */
    public static String git(Path folder, String... words) throws IOException {
        return new String(bytes(folder, words), StandardCharsets.UTF_8);
    }

    public static byte[] bytes(Path folder, String... words) throws IOException {
        List<String> command = new ArrayList<>(List.of("git", "-c", "core.quotepath=off"));
        command.addAll(List.of(words));
        Path errors = Files.createTempFile("chaperone-git", ".err");
        try {
            Process git = new ProcessBuilder(command)
                    .directory(folder.toFile())
                    .redirectError(errors.toFile())
                    .start();
            byte[] said = git.getInputStream().readAllBytes();
            assertThat(git.waitFor())
                    .as("%s: %s", command, Files.readString(errors))
                    .isZero();
            return said;
        } catch (InterruptedException e) {
            throw new IOException(e);
        } finally {
            Files.delete(errors);
        }
    }
}
