package chaperone.server.revision;

import chaperone.core.config.ConfigBytes;
import chaperone.server.content.Contents;
import java.util.Arrays;

/**
 * The newest revision of one of a device's configurations, without its text.
 *
 * @param digest of its bytes; {@code settled} of what is left without noise
 */
public record LatestRevision(long id, byte[] digest, byte[] settled) {
    /** Under which a text's bytes would be kept. */
    public static byte[] digestOf(String text) {
        return Contents.sha256(ConfigBytes.encode(text));
    }

    /** Whether a text of that digest is this revision's to the byte. */
    public boolean isOf(byte[] other) {
        return Arrays.equals(digest, other);
    }
}
