package chaperone.server.past;

import chaperone.server.problem.BodyTooLargeException;
import chaperone.server.problem.ProblemException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.ZoneId;
import java.util.function.Consumer;
import org.springframework.http.HttpStatus;

/** What somebody sent: an archive of files, or a repository. Lies in a file of its own until it is closed. */
final class KeptFiles implements AutoCloseable {
    /** Versions of files. */
    static final int MOST = 10_000;
    /** Of all of them, unpacked. */
    static final long MOST_BYTES = 1024L * 1024 * 1024;

    private final Path spool;

    private KeptFiles(Path spool) {
        this.spool = spool;
    }

    /** @throws ProblemException if it does not arrive whole */
    static KeptFiles of(InputStream body) {
        try {
            KeptFiles files = new KeptFiles(Files.createTempFile("chaperone-past", ".upload"));
            try {
                Files.copy(body, files.spool, StandardCopyOption.REPLACE_EXISTING);
                return files;
            } catch (IOException e) {
                files.close();
                throw e;
            }
        } catch (BodyTooLargeException e) {
            throw new ProblemException(
                    HttpStatus.CONTENT_TOO_LARGE, "too-large", e.getMessage() + ".", "Send it in parts.");
        } catch (IOException e) {
            throw refused("The file did not arrive whole: " + e.getMessage(), "Send it again.");
        }
    }

    /**
     * @param zone of moments that name none
     * @throws ProblemException if it is no archive of files and no repository, or holds too much
     */
    void each(ZoneId zone, Consumer<KeptFile> taker) {
        Bounded bounded = new Bounded(taker);
        try {
            String begin = begin();
            if (begin.startsWith("PK")) ZippedFiles.read(spool, zone, bounded);
            else if (begin.startsWith("# v2 git bundle") || begin.startsWith("# v3 git bundle"))
                GitBundle.read(spool, bounded);
            else
                throw refused(
                        "It is neither a ZIP archive nor a Git bundle.",
                        "Send a ZIP of the files, or what \"git bundle create past.bundle --all\" writes.");
        } catch (IOException e) {
            throw refused("It cannot be read: " + e.getMessage(), "Look whether the file is whole.");
        }
        if (bounded.files == 0) throw refused("There is no file in it.", "Choose another one.");
    }

    private String begin() throws IOException {
        try (InputStream in = Files.newInputStream(spool)) {
            return new String(in.readNBytes(16), StandardCharsets.ISO_8859_1);
        }
    }

    static ProblemException refused(String what, String advice) {
        return new ProblemException(HttpStatus.UNPROCESSABLE_CONTENT, "past-files", what, advice);
    }

    @Override
    public void close() {
        try {
            Files.deleteIfExists(spool);
        } catch (IOException e) {
            spool.toFile().deleteOnExit();
        }
    }

    private static final class Bounded implements Consumer<KeptFile> {
        private final Consumer<KeptFile> taker;
        private int files;
        private long bytes;

        Bounded(Consumer<KeptFile> taker) {
            this.taker = taker;
        }

        @Override
        public void accept(KeptFile file) {
            // One that is too long was unpacked so far, too.
            bytes += file.content().map(content -> content.length).orElse(KeptFile.LONGEST);
            if (++files > MOST)
                throw refused("There are more than %,d files in it.".formatted(MOST), "Send it in parts.");
            if (bytes > MOST_BYTES)
                throw refused("It is longer than %,d bytes, unpacked.".formatted(MOST_BYTES), "Send it in parts.");
            taker.accept(file);
        }
    }
}
