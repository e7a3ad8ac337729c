package chaperone.connect.https;

import java.io.IOException;
import java.net.Socket;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.MessageDigest;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.SSLException;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509ExtendedTrustManager;
import javax.net.ssl.X509TrustManager;
import org.apache.hc.client5.http.ssl.DefaultHostnameVerifier;

/**
 * Compares a device's certificate with the pinned one; without a pin it takes the one that it sees and remembers it. A
 * certificate that a named authority signed for the very address (RFC 5280, RFC 9525) proves the device by itself, so it
 * may follow another one that was pinned.
 */
final class CertificateCheck extends X509ExtendedTrustManager {
    private final String host;
    private final Optional<String> pinned;
    private final List<X509Certificate> authorities;
    private volatile Optional<String> seen = Optional.empty();
    private volatile boolean isVouchedFor;

    /** @param host the address or name under which the device is called */
    CertificateCheck(String host, Optional<String> pinned, List<X509Certificate> authorities) {
        this.host = host;
        this.pinned = pinned;
        this.authorities = List.copyOf(authorities);
    }

    Optional<String> seen() {
        return seen;
    }

    boolean isChanged() {
        return !isVouchedFor && pinned.isPresent() && seen.isPresent() && !pinned.equals(seen);
    }

    String explanation() {
        return "pinned is " + pinned.orElse("nothing") + ", shown was " + seen.orElse("nothing");
    }

    /** The SHA-256 of the whole certificate (DER), written as host keys are. */
    private void check(X509Certificate[] chain, String type) throws CertificateException {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(chain[0].getEncoded());
            isVouchedFor = isSignedByAuthority(chain, type);
            seen = Optional.of("SHA256:" + Base64.getEncoder().withoutPadding().encodeToString(digest));
        } catch (GeneralSecurityException e) {
            throw new CertificateException(e);
        }
        if (isChanged()) throw new CertificateException("not the pinned certificate");
    }

    private boolean isSignedByAuthority(X509Certificate[] chain, String type) throws GeneralSecurityException {
        if (authorities.isEmpty()) return false;
        try {
            // Without alternative names the verifier would take the common name, which RFC 9525 no longer allows.
            if (chain[0].getSubjectAlternativeNames() == null) return false;
            believing(authorities).checkServerTrusted(chain, type);
            new DefaultHostnameVerifier().verify(host, chain[0]);
            return true;
        } catch (CertificateException | SSLException e) {
            // It speaks for itself only, so the pin decides.
            return false;
        }
    }

    private static X509TrustManager believing(List<X509Certificate> authorities) throws GeneralSecurityException {
        try {
            KeyStore store = KeyStore.getInstance(KeyStore.getDefaultType());
            store.load(null, null);
            for (int i = 0; i < authorities.size(); i++) store.setCertificateEntry("authority" + i, authorities.get(i));
            TrustManagerFactory managers = TrustManagerFactory.getInstance("PKIX");
            managers.init(store);
            return (X509TrustManager) managers.getTrustManagers()[0];
        } catch (IOException e) {
            throw new GeneralSecurityException(e);
        }
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type, Socket socket) throws CertificateException {
        check(chain, type);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type, SSLEngine engine) throws CertificateException {
        check(chain, type);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type) throws CertificateException {
        check(chain, type);
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
