package chaperone.connect;

import java.net.Socket;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.Base64;
import java.util.Optional;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.X509ExtendedTrustManager;

/**
 * Compares a device's certificate with the pinned one; without a pin it takes the one that it sees and remembers it.
 * Devices sign for themselves, under names that nobody resolves: a pin says more than a chain would.
 */
final class CertificateCheck extends X509ExtendedTrustManager {
    private final Optional<String> pinned;
    private volatile Optional<String> seen = Optional.empty();

    CertificateCheck(Optional<String> pinned) {
        this.pinned = pinned;
    }

    Optional<String> seen() {
        return seen;
    }

    boolean isChanged() {
        return pinned.isPresent() && seen.isPresent() && !pinned.equals(seen);
    }

    String explanation() {
        return "pinned is " + pinned.orElse("nothing") + ", shown was " + seen.orElse("nothing");
    }

    /** The SHA-256 of the whole certificate (DER), written as host keys are. */
    private void check(X509Certificate[] chain) throws CertificateException {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(chain[0].getEncoded());
            seen = Optional.of("SHA256:" + Base64.getEncoder().withoutPadding().encodeToString(digest));
        } catch (GeneralSecurityException e) {
            throw new CertificateException(e);
        }
        if (isChanged()) throw new CertificateException("not the pinned certificate");
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type, Socket socket) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type, SSLEngine engine) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String type, Socket socket) throws CertificateException {
        throw new CertificateException("no clients come here");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String type, SSLEngine engine) throws CertificateException {
        throw new CertificateException("no clients come here");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String type) throws CertificateException {
        throw new CertificateException("no clients come here");
    }

    @Override
    public X509Certificate[] getAcceptedIssuers() {
        return new X509Certificate[0];
    }
}
