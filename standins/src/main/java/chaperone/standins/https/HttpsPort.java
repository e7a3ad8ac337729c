package chaperone.standins.https;

import chaperone.standins.device.Port;
import chaperone.standins.network.Identity;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.util.concurrent.Executor;
import java.util.function.IntSupplier;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;

/** An HTTPS server at one address, for one device. */
public final class HttpsPort implements Port {
    private final InetSocketAddress address;
    private final Identity identity;
    private final HttpHandler handler;
    private final IntSupplier open;
    private final Executor executor;
    private HttpsServer server;

    /** @param open requests in hand */
    public HttpsPort(
            InetSocketAddress address, Identity identity, HttpHandler handler, IntSupplier open, Executor executor) {
        this.address = address;
        this.identity = identity;
        this.handler = handler;
        this.open = open;
        this.executor = executor;
    }

    @Override
    public void open() {
        try {
            server = HttpsServer.create(address, 50);
        } catch (IOException e) {
            throw new UncheckedIOException("Cannot listen at " + address, e);
        }
        server.setHttpsConfigurator(new HttpsConfigurator(tls()));
        server.createContext("/", handler);
        server.setExecutor(executor);
        server.start();
    }

    private SSLContext tls() {
        try {
            Certificate certificate = CertificateFactory.getInstance("X.509")
                    .generateCertificate(new ByteArrayInputStream(identity.certificate()));
            KeyStore keys = KeyStore.getInstance("PKCS12");
            keys.load(null, null);
            keys.setKeyEntry("device", identity.key().getPrivate(), new char[0], new Certificate[] {certificate});
            KeyManagerFactory managers = KeyManagerFactory.getInstance("PKIX");
            managers.init(keys, new char[0]);
            SSLContext tls = SSLContext.getInstance("TLS");
            tls.init(managers.getKeyManagers(), null, null);
            return tls;
        } catch (GeneralSecurityException | IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public int sessions() {
        return open.getAsInt();
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
