package chaperone.server.export;

import java.io.IOException;
import java.net.Proxy;
import java.net.URL;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.X509Certificate;
import java.util.List;
import javax.net.ssl.TrustManager;
import javax.net.ssl.TrustManagerFactory;
import org.eclipse.jgit.transport.http.HttpConnection;
import org.eclipse.jgit.transport.http.HttpConnectionFactory;
import org.eclipse.jgit.transport.http.JDKHttpConnectionFactory;
import org.jspecify.annotations.Nullable;

/** Connections that trust the certificate authorities which an administrator named, or Java's if there are none. */
final class OwnAuthorities implements HttpConnectionFactory {
    private final List<X509Certificate> authorities;
    private final HttpConnectionFactory connections = new JDKHttpConnectionFactory();

    OwnAuthorities(List<X509Certificate> authorities) {
        this.authorities = List.copyOf(authorities);
    }

    @Override
    public HttpConnection create(URL url) throws IOException {
        return trusting(connections.create(url));
    }

    @Override
    public HttpConnection create(URL url, @Nullable Proxy proxy) throws IOException {
        return trusting(connections.create(url, proxy));
    }

    private HttpConnection trusting(HttpConnection connection) throws IOException {
        // A redirect would carry the password to a place that nobody checked.
        connection.setInstanceFollowRedirects(false);
        if (authorities.isEmpty()) return connection;
        try {
            connection.configure(null, managers(), null);
            return connection;
        } catch (GeneralSecurityException e) {
            throw new IOException("The certificate authorities cannot be used", e);
        }
    }

    private TrustManager[] managers() throws GeneralSecurityException, IOException {
        KeyStore store = KeyStore.getInstance(KeyStore.getDefaultType());
        store.load(null, null);
        for (int i = 0; i < authorities.size(); i++) store.setCertificateEntry("authority-" + i, authorities.get(i));
        TrustManagerFactory factory = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        factory.init(store);
        return factory.getTrustManagers();
    }
}
