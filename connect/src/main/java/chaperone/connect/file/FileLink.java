package chaperone.connect.file;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;

/** A connection over which files go in one protocol. Owned by one thread, but any may close it. */
interface FileLink extends AutoCloseable {
    /** @param size how many bytes {@code content} has */
    void put(String path, long size, InputStream content) throws IOException;

    void get(String path, OutputStream to) throws IOException;

    /** Ends at once what goes over it. */
    @Override
    void close();
}
