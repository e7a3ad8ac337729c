package chaperone.standins.network;

import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;

/** By what a device is known again: its key, and a certificate of it that the device has signed itself (DER). */
public record Identity(KeyPair key, byte[] certificate) {

    /** A new key of the kind ecdsa-sha2-nistp256 (RFC 5656), good for TLS as well. */
    public static Identity fresh(String name) {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
            generator.initialize(256);
            return of(generator.generateKeyPair(), name);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A new certificate of a key that is known. */
    public static Identity of(KeyPair key, String name) throws GeneralSecurityException {
        return new Identity(key, SelfSigned.certificate(key, name));
    }
}
