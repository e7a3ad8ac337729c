package chaperone.standins.device;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** How a device keeps a password: a mark, a salt and a digest. Good enough for a simulated device only. */
public final class Secret {
    private Secret() {}

    /** The first twelve bytes of SHA-256 over salt and password, in hexadecimal digits. */
    public static String digest(String password, String salt) {
        byte[] digest = sha256().digest((salt + ":" + password).getBytes(StandardCharsets.UTF_8));
        return HexFormat.of().formatHex(digest, 0, 12);
    }

    /** {@code mark salt separator digest}, as it stands in a configuration. */
    public static String of(String mark, String password, String salt, String separator) {
        return mark + salt + separator + digest(password, salt);
    }

    public static boolean fits(String mark, String password, String secret, String separator) {
        if (!secret.startsWith(mark)) return false;
        int at = secret.indexOf(separator, mark.length());
        return at > 0
                && of(mark, password, secret.substring(mark.length(), at), separator)
                        .equals(secret);
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
