package chaperone.standins.device;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;

/**
 * A software image: a first line {@code image MAKER MODEL RELEASE SHA256}, and the content that the digest is of.
 */
public record Image(String maker, String model, String release) {

    /** Nothing if it is not an image, or its digest does not fit. */
    static Optional<Image> read(byte[] file) {
        int lineEnd = 0;
        while (lineEnd < Math.min(file.length, 200) && file[lineEnd] != '\n') lineEnd++;
        String[] words = new String(file, 0, lineEnd, StandardCharsets.US_ASCII).split(" ");
        if (words.length != 5 || !words[0].equals("image") || lineEnd + 1 > file.length) return Optional.empty();
        String digest = digest(Arrays.copyOfRange(file, lineEnd + 1, file.length));
        return digest.equals(words[4]) ? Optional.of(new Image(words[1], words[2], words[3])) : Optional.empty();
    }

    /** The whole file of an image with this content. */
    public byte[] file(byte[] content) {
        byte[] head = ("image " + maker + " " + model + " " + release + " " + digest(content) + "\n")
                .getBytes(StandardCharsets.US_ASCII);
        byte[] file = Arrays.copyOf(head, head.length + content.length);
        System.arraycopy(content, 0, file, head.length, content.length);
        return file;
    }

    boolean fits(Hardware hardware) {
        return maker.equals(hardware.maker()) && model.equals(hardware.model());
    }

    /** SHA-256 in hexadecimal digits. */
    static String digest(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
