package chaperone.core.platform;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;

/** The platforms that are at hand, each with a name of its own. */
public record Platforms(List<Platform> all) {
    private static final List<String> SHIPPED = List.of("corvane");

    /** @throws IllegalArgumentException if two have the same name */
    public Platforms {
        all = List.copyOf(all);
        long names = all.stream().map(Platform::name).distinct().count();
        if (names < all.size()) throw new IllegalArgumentException("Two platforms have the same name");
    }

    public Optional<Platform> find(String name) {
        return all.stream().filter(platform -> platform.name().equals(name)).findFirst();
    }

    /** @throws IllegalArgumentException if there is none of this name */
    public Platform get(String name) {
        return find(name).orElseThrow(() -> new IllegalArgumentException("No platform is called \"" + name + "\""));
    }

    /** The platforms that come with the product. */
    public static Platforms shipped() {
        return new Platforms(SHIPPED.stream().map(Platforms::readShipped).toList());
    }

    private static Platform readShipped(String name) {
        PlatformReader.Outcome outcome = PlatformReader.read(textOf("/platforms/" + name + ".yaml"));
        if (outcome instanceof PlatformReader.Outcome.Read read) return read.platform();
        throw new IllegalStateException("Platform " + name + " cannot be read: " + outcome);
    }

    private static String textOf(String resource) {
        try (InputStream in = Platforms.class.getResourceAsStream(resource)) {
            if (in == null) throw new IllegalStateException(resource + " is not in the build");
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(resource, e);
        }
    }
}
