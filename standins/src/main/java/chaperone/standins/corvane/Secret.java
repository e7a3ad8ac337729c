package chaperone.standins.corvane;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** How a Corvane keeps a password: {@code c1.} salt, a dot, and a digest. Good enough for a simulated device only. */
final class Secret {
    private Secret() {}

    static String of(String password, String salt) {
        String text = salt + ":" + password;
        byte[] digest = sha256().digest(text.getBytes(StandardCharsets.UTF_8));
        return "c1." + salt + "." + HexFormat.of().formatHex(digest, 0, 12);
    }

    static boolean fits(String password, String secret) {
        String[] parts = secret.split("\\.");
        return parts.length == 3 && of(password, parts[1]).equals(secret);
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
