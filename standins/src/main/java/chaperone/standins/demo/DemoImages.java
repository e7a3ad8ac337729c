package chaperone.standins.demo;

import chaperone.standins.device.Image;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** What the makers of the demo's devices have released since, and the list of digests that lies beside it. */
final class DemoImages {
    /** By which {@code sha256sum} checks all of them. */
    static final String LIST = "SHA256SUMS";

    private static final int SIZE = 600_000;
    private static final List<Image> RELEASED = List.of(
            new Image("Corvane", "C2024", "7.5.1"),
            new Image("Corvane", "C2048", "7.5.1"),
            new Image("Corvane", "C7012", "7.5.1"),
            new Image("Altamont", "R4", "5.11.2"),
            new Image("Altamont", "R9", "5.12.1"),
            new Image("Brisling", "W300", "3.9.0"),
            new Image("Pellon", "P8M", "2.15"));

    private DemoImages() {}

    static void write(Path folder) throws IOException {
        Files.createDirectories(folder);
        StringBuilder list = new StringBuilder();
        for (Image image : RELEASED) {
            byte[] content = new byte[SIZE];
            new Random(image.hashCode()).nextBytes(content);
            byte[] file = image.file(content);
            String name = (image.model() + "-" + image.release()).toLowerCase(Locale.ROOT) + ".img";
            Files.write(folder.resolve(name), file);
            list.append(digest(file)).append("  ").append(name).append('\n');
        }
        Files.writeString(folder.resolve(LIST), list.toString(), StandardCharsets.US_ASCII);
    }

    private static String digest(byte[] file) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(file));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
