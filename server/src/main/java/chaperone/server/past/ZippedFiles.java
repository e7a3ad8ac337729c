package chaperone.server.past;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Enumeration;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/** The files of a ZIP archive. What an entry says of its length is not believed. */
final class ZippedFiles {
    private ZippedFiles() {}

    static void read(Path archive, ZoneId zone, Consumer<KeptFile> taker) throws IOException {
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            Enumeration<? extends ZipEntry> entries = zip.entries();
            while (entries.hasMoreElements()) {
                ZipEntry entry = entries.nextElement();
                if (!entry.isDirectory()) taker.accept(file(zip, entry, zone));
            }
        } catch (IllegalArgumentException e) {
            throw new IOException("a name in it is not in UTF-8", e);
        }
    }

    private static KeptFile file(ZipFile zip, ZipEntry entry, ZoneId zone) throws IOException {
        try (InputStream in = zip.getInputStream(entry)) {
            byte[] content = in.readNBytes(KeptFile.LONGEST + 1);
            Optional<byte[]> whole = content.length > KeptFile.LONGEST ? Optional.empty() : Optional.of(content);
            return new KeptFile(entry.getName().replace('\\', '/'), written(entry, zone), false, "", whole);
        }
    }

    /** The archive's own time has no zone, unless the archiver added one that has. */
    private static Optional<Instant> written(ZipEntry entry, ZoneId zone) {
        if (entry.getTime() < 0) return Optional.empty();
        return Optional.of(entry.getTimeLocal().atZone(zone).toInstant());
    }
}
