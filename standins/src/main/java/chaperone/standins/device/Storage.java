package chaperone.standins.device;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * The files of a device, in a folder that is made when the first one comes; the protocols write to it themselves. The
 * release that runs takes its room too.
 */
public final class Storage {
    public static final long CAPACITY = 128_000_000;
    private static final long SYSTEM = 48_000_000;

    private final Faults faults;
    private Optional<Path> folder = Optional.empty();

    Storage(Faults faults) {
        this.faults = faults;
    }

    public synchronized Path folder() {
        if (folder.isEmpty()) {
            try {
                Path fresh = Files.createTempDirectory("stand-in-files");
                folder = Optional.of(fresh);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return folder.get();
    }

    /** Files by name, each with its bytes. */
    public synchronized Map<String, Long> sizes() {
        Map<String, Long> sizes = new TreeMap<>();
        if (folder.isEmpty()) return sizes;
        try (Stream<Path> files = Files.list(folder.get())) {
            for (Path file : files.toList()) sizes.put(file.getFileName().toString(), Files.size(file));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return sizes;
    }

    public long free() {
        if (faults.has(Fault.STORAGE_FULL)) return 0;
        return CAPACITY
                - SYSTEM
                - sizes().values().stream().mapToLong(Long::longValue).sum();
    }

    public Optional<byte[]> read(String name) {
        try {
            Optional<Path> file = find(name);
            return file.isPresent() ? Optional.of(Files.readAllBytes(file.get())) : Optional.empty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** False if there is no room. */
    public boolean write(String name, byte[] content) {
        if (content.length > free()) return false;
        try {
            Files.write(folder().resolve(name), content);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        arrived(name);
        return true;
    }

    /** A file has come whole; a fault may have got at it on the way. */
    public void arrived(String name) {
        Optional<byte[]> content = read(name);
        if (!faults.has(Fault.CORRUPTS_FILE) || content.isEmpty() || content.get().length == 0) return;
        byte[] damaged = content.get();
        damaged[damaged.length / 2] ^= 0x20;
        try {
            Files.write(folder().resolve(name), damaged);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Optional<String> digest(String name) {
        return read(name).map(Image::digest);
    }

    /** False if there was none. */
    public boolean drop(String name) {
        try {
            Optional<Path> file = find(name);
            if (file.isPresent()) Files.delete(file.get());
            return file.isPresent();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Optional<Path> find(String name) {
        boolean isName = name.matches("[A-Za-z0-9][A-Za-z0-9._-]{0,99}");
        return isName ? Optional.of(folder().resolve(name)).filter(Files::isRegularFile) : Optional.empty();
    }

    public synchronized void clear() {
        sizes().keySet().forEach(this::drop);
        folder.ifPresent(path -> {
            try {
                Files.deleteIfExists(path);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
        folder = Optional.empty();
    }
}
