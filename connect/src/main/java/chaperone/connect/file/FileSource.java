package chaperone.connect.file;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** Where the bytes come from that are sent: read as they go, and never held as a whole. */
public interface FileSource {
    /** In bytes; devices are told it before the first of them. */
    long size() throws IOException;

    InputStream open() throws IOException;

    static FileSource of(Path file) {
        return new FileSource() {
            @Override
            public long size() throws IOException {
                return Files.size(file);
            }

            @Override
            public InputStream open() throws IOException {
                return Files.newInputStream(file);
            }
        };
    }

    /** For what is small and at hand. */
    static FileSource of(byte[] content) {
        return new FileSource() {
            @Override
            public long size() {
                return content.length;
            }

            @Override
            public InputStream open() {
                return new ByteArrayInputStream(content);
            }
        };
    }
}
