package chaperone.server.audit;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.List;

/**
 * Hashes that hang entries together: each is the SHA-256 of the one before and of the entry's own fields, so an entry
 * cannot be altered, taken out or put in without altering all later ones (Haber and Stornetta, How to Time-Stamp a
 * Digital Document, 1991). Whoever can rewrite the whole log can still do so: the newest hash should be kept elsewhere.
 */
final class AuditChain {
    /** What stands before the first entry. */
    static final byte[] BEGINNING = new byte[32];

    private AuditChain() {}

    /** Fields go in with their length before them: moving a letter from one to the next gives another hash. */
    static byte[] digest(AuditEntry entry, byte[] previous) {
        AuditedAction deed = entry.act();
        MessageDigest sha = sha256();
        sha.update(previous);
        List<String> fields = List.of(
                Long.toString(entry.number()),
                entry.at().toString(),
                deed.who(),
                deed.token(),
                deed.fromAddress(),
                deed.act(),
                deed.object(),
                deed.detail(),
                deed.outcome().name());
        for (String field : fields) {
            byte[] bytes = field.getBytes(StandardCharsets.UTF_8);
            sha.update(ByteBuffer.allocate(Integer.BYTES).putInt(bytes.length).array());
            sha.update(bytes);
        }
        return sha.digest();
    }

    static boolean fits(AuditEntry entry, byte[] previous) {
        return Arrays.equals(entry.digest(), digest(entry, previous));
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
