package chaperone.server.secret;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.HexFormat;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.SecretKey;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;

/**
 * Seals secrets with AES-256-GCM (NIST SP 800-38D) under a key from outside the database. A sealed secret is bound to
 * its place: one that was moved to another row does not open.
 */
public final class SecretBox {
    private static final int KEY_BYTES = 32;
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;
    private static final String MAC = "HmacSHA256";
    private static final String PURPOSE_OF_TAGS = "chaperone: tags of masked secrets";
    /** 64 bits: among 10,000 secrets two that differ share a tag once in some hundred billion fleets. */
    private static final int SHOWN_BYTES = 8;

    private final SecretKey key;
    private final SecretKey tagKey;
    private final SecureRandom random = new SecureRandom();

    private SecretBox(byte[] key) {
        this.key = new SecretKeySpec(key, "AES");
        tagKey = new SecretKeySpec(mac(new SecretKeySpec(key, MAC), PURPOSE_OF_TAGS), MAC);
    }

    /** @throws IllegalStateException if the file cannot be read or does not hold 32 bytes */
    public static SecretBox withKeyFrom(Path file) {
        try {
            byte[] key = Files.readAllBytes(file);
            if (key.length == KEY_BYTES) return new SecretBox(key);
            throw new IllegalStateException("The key file " + file + " must hold " + KEY_BYTES + " bytes, not "
                    + key.length + ". Restore the right file: without it stored passwords cannot be read.");
        } catch (IOException e) {
            throw new IllegalStateException("The key file " + file + " cannot be read; set CHAPERONE_KEY_FILE", e);
        }
    }

    /** @param place what the secret belongs to; needed again to open it */
    public byte[] seal(String secret, String place) {
        return seal(secret.getBytes(StandardCharsets.UTF_8), place);
    }

    public byte[] seal(byte[] secret, String place) {
        byte[] nonce = new byte[NONCE_BYTES];
        random.nextBytes(nonce);
        byte[] sealed = run(Cipher.ENCRYPT_MODE, nonce, secret, place);
        return ByteBuffer.allocate(NONCE_BYTES + sealed.length)
                .put(nonce)
                .put(sealed)
                .array();
    }

    /** @throws IllegalStateException if it was sealed under another key or for another place, or was altered */
    public String open(byte[] sealed, String place) {
        return new String(openBytes(sealed, place), StandardCharsets.UTF_8);
    }

    /** @throws IllegalStateException as {@link #open} */
    public byte[] openBytes(byte[] sealed, String place) {
        ByteBuffer buffer = ByteBuffer.wrap(sealed);
        byte[] nonce = new byte[NONCE_BYTES];
        buffer.get(nonce);
        byte[] rest = new byte[buffer.remaining()];
        buffer.get(rest);
        return run(Cipher.DECRYPT_MODE, nonce, rest, place);
    }

    /**
     * A short keyed digest (HMAC, RFC 2104, with a key of its own): it tells two secrets apart, and nobody without the
     * key can find a secret by trying.
     */
    public String tag(String secret) {
        return HexFormat.of().formatHex(mac(tagKey, secret), 0, SHOWN_BYTES);
    }

    private static byte[] mac(SecretKey key, String text) {
        try {
            Mac mac = Mac.getInstance(MAC);
            mac.init(key);
            return mac.doFinal(text.getBytes(StandardCharsets.UTF_8));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private byte[] run(int mode, byte[] nonce, byte[] text, String place) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, nonce));
            cipher.updateAAD(place.getBytes(StandardCharsets.UTF_8));
            return cipher.doFinal(text);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("The secret for " + place + " cannot be opened with this key", e);
        }
    }
}
