package chaperone.server.account;

import java.util.Map;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder;

/**
 * How passwords are kept: PBKDF2 (RFC 8018) with HMAC-SHA-256, which takes passwords of any length and little memory,
 * so that many log-ins at once cannot exhaust it. Hashes of earlier installations are read and written anew at the next
 * log-in.
 */
final class Passwords {
    private static final String ID = "pbkdf2";

    private Passwords() {}

    static PasswordEncoder encoder() {
        DelegatingPasswordEncoder encoder = new DelegatingPasswordEncoder(
                ID, Map.of(ID, Pbkdf2PasswordEncoder.defaultsForSpringSecurity_v5_8(), "bcrypt", new Earlier()));
        encoder.setDefaultPasswordEncoderForMatches(new Nothing());
        return encoder;
    }

    /** It never took more than 72 bytes: a longer password is another one. */
    private static final class Earlier implements PasswordEncoder {
        private final PasswordEncoder bcrypt = new BCryptPasswordEncoder();

        @Override
        public String encode(CharSequence password) {
            throw new IllegalStateException("New passwords are not kept this way");
        }

        @Override
        public boolean matches(CharSequence password, String hash) {
            int bytes = password.toString().getBytes(java.nio.charset.StandardCharsets.UTF_8).length;
            return bytes <= 72 && bcrypt.matches(password, hash);
        }
    }

    private static final class Nothing implements PasswordEncoder {
        @Override
        public String encode(CharSequence password) {
            throw new IllegalStateException("New passwords are not kept this way");
        }

        @Override
        public boolean matches(CharSequence password, String hash) {
            return false;
        }
    }
}
