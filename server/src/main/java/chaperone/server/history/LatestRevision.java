package chaperone.server.history;

import chaperone.core.config.ConfigBytes;
import java.util.Arrays;

/**
 * The newest revision of one of a device's configurations, without its text.
 *
 * @param digest of its bytes; {@code settled} of what is left without noise
 */
public record LatestRevision(long id, byte[] digest, byte[] settled) {
    /** Whether a text is this revision's to the byte. */
    public boolean isOf(String text) {
        return Arrays.equals(digest, Contents.sha256(ConfigBytes.encode(text)));
    }
}
