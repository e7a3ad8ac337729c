package chaperone.core.platform;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;

/** The platforms that are at hand, each with a name of its own. */
public record Platforms(List<Platform> all) {
    private static final List<String> SHIPPED = List.of(
            "corvane",
            "altamont",
            "brisling",
            "pellon",
            "plain-indented",
            "plain-braced",
            "plain-flat",
            "plain-netconf");

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

    /** The names of the platforms that come with the product, in the order in which they are shown and tried. */
    public static List<String> shippedNames() {
        return SHIPPED;
    }

    /** The YAML of a platform that comes with the product. */
    public static String shippedText(String name) {
        return textOf("/platforms/" + name + ".yaml");
    }

    /** A configuration as a device of this platform could show it, for trying things out. */
    public static Optional<String> sampleOf(String name) {
        return SHIPPED.contains(name) ? Optional.of(textOf("/samples/" + name + ".conf")) : Optional.empty();
    }

    private static Platform readShipped(String name) {
        PlatformReader.Outcome outcome = PlatformReader.read(shippedText(name));
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
