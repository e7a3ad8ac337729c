package chaperone.server.support;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.util.FileSystemUtils;

/** Folders for as long as the process of the tests lives. */
public final class TempFolders {
    private TempFolders() {}

    public static Path fresh(String prefix) throws IOException {
        Path folder = Files.createTempDirectory(prefix);
        Runtime.getRuntime().addShutdownHook(new Thread(() -> remove(folder)));
        return folder;
    }

    private static void remove(Path folder) {
        try {
            FileSystemUtils.deleteRecursively(folder);
        } catch (IOException e) {
            System.err.println(folder + " was not removed: " + e.getMessage());
        }
    }
}
