package chaperone.connect.https;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chaperone.connect.conversation.CallRule;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Target;
import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Real certificates, made by the JDK's keytool, at a real HTTPS server. */
@Timeout(60)
class CertificateAuthorityTest {
    private static final String WORD = "not a secret";
    private static final Optional<String> OTHER_PIN = Optional.of("SHA256:" + "A".repeat(43));
    private static final Patience SHORT = new Patience(
            Duration.ofSeconds(2),
            Duration.ofSeconds(2),
            Duration.ofSeconds(2),
            Duration.ofSeconds(2),
            Duration.ofSeconds(10),
            100_000);

    @TempDir
    static Path folder;

    private static X509Certificate harbour;
    private static X509Certificate elsewhere;

    @BeforeAll
    static void makeCertificates() throws Exception {
        harbour = authority("harbour");
        elsewhere = authority("elsewhere");
        device("right", "CN=right", "-ext", "san=ip:127.0.0.1");
        device("moved", "CN=moved", "-ext", "san=ip:127.0.0.9");
        device("common", "CN=localhost");
    }

    @Test
    void aCertificateOfANamedAuthorityForTheAddressMayFollowAPinnedOne() throws Exception {
        assertThat(outcome("right", OTHER_PIN, List.of(elsewhere, harbour))).isEqualTo("answered, 1 request");
    }

    @Test
    void withoutTheAuthorityThePinDecides() throws Exception {
        assertThat(outcome("right", OTHER_PIN, List.of())).isEqualTo("CERTIFICATE_CHANGED, 0 requests");
        assertThat(outcome("right", OTHER_PIN, List.of(elsewhere))).isEqualTo("CERTIFICATE_CHANGED, 0 requests");
        assertThat(outcome("right", Optional.empty(), List.of(elsewhere))).isEqualTo("answered, 1 request");
    }

    @Test
    void aCertificateForAnotherAddressProvesNothing() throws Exception {
        assertThat(outcome("moved", OTHER_PIN, List.of(harbour))).isEqualTo("CERTIFICATE_CHANGED, 0 requests");
    }

    @Test
    void aCommonNameIsNotTheNameOfAHost() throws Exception {
        assertThat(outcome("localhost", "common", OTHER_PIN, List.of(harbour)))
                .isEqualTo("CERTIFICATE_CHANGED, 0 requests");
    }

    private static String outcome(String device, Optional<String> pinned, List<X509Certificate> authorities)
            throws Exception {
        return outcome("127.0.0.1", device, pinned, authorities);
    }

    /** What came of asking, and how many requests with a password reached the device. */
    private static String outcome(
            String host, String device, Optional<String> pinned, List<X509Certificate> authorities) throws Exception {
        AtomicInteger requests = new AtomicInteger();
        HttpsServer server = serve(device, requests);
        CallRule rule = new CallRule() {
            @Override
            public void check(Endpoint endpoint) {}

            @Override
            public List<X509Certificate> authorities() {
                return authorities;
            }
        };
        Endpoint endpoint = new Endpoint(host, server.getAddress().getPort());
        Target target = new Target(endpoint, new Login("keeper", "a password", ""), pinned);
        try (HttpsConversation conversation =
                new HttpsConversation(target, SHORT, ConversationListener.NONE, rule.authorities())) {
            ConversationException refused =
                    catchThrowableOfType(ConversationException.class, () -> conversation.ask("GET /facts"));
            String met = refused == null ? "answered" : refused.kind().name();
            return met + ", " + requests + (requests.get() == 1 ? " request" : " requests");
        } finally {
            server.stop(0);
        }
    }

    private static HttpsServer serve(String device, AtomicInteger requests)
            throws GeneralSecurityException, IOException {
        KeyStore keys = KeyStore.getInstance("PKCS12");
        try (InputStream in = Files.newInputStream(store(device))) {
            keys.load(in, WORD.toCharArray());
        }
        KeyManagerFactory managers = KeyManagerFactory.getInstance("PKIX");
        managers.init(keys, WORD.toCharArray());
        SSLContext tls = SSLContext.getInstance("TLS");
        tls.init(managers.getKeyManagers(), null, null);
        HttpsServer server = HttpsServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 5);
        server.setHttpsConfigurator(new HttpsConfigurator(tls));
        server.createContext("/", exchange -> {
            requests.incrementAndGet();
            exchange.sendResponseHeaders(200, -1);
            exchange.close();
        });
        server.start();
        return server;
    }

    private static X509Certificate authority(String name) throws Exception {
        keytool(name, "-genkeypair", "-keyalg", "EC", "-dname", "CN=" + name, "-ext", "bc:c", "-validity", "10");
        keytool(name, "-exportcert", "-rfc", "-file", file(name + ".pem"));
        try (InputStream in = Files.newInputStream(folder.resolve(name + ".pem"))) {
            return (X509Certificate) CertificateFactory.getInstance("X.509").generateCertificate(in);
        }
    }

    private static void device(String name, String subject, String... extensions) throws Exception {
        keytool(name, "-genkeypair", "-keyalg", "EC", "-dname", subject, "-validity", "10");
        keytool(name, "-certreq", "-file", file(name + ".csr"));
        String[] request = {"-infile", file(name + ".csr"), "-outfile", file(name + ".pem"), "-rfc"};
        List<String> sign = new ArrayList<>(List.of("-gencert", "-validity", "10"));
        sign.addAll(List.of(extensions));
        sign.addAll(List.of(request));
        keytool("harbour", sign.toArray(String[]::new));
        String whole =
                Files.readString(folder.resolve(name + ".pem")) + Files.readString(folder.resolve("harbour.pem"));
        Files.writeString(folder.resolve(name + ".chain"), whole);
        keytool(name, "-importcert", "-noprompt", "-file", file(name + ".chain"));
    }

    private static void keytool(String name, String... words) throws Exception {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "keytool").toString(), words[0], "-alias", name));
        command.addAll(List.of("-keystore", store(name).toString(), "-storepass", WORD, "-storetype", "PKCS12"));
        command.addAll(List.of(words).subList(1, words.length));
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("said").toFile())
                .start();
        assertThat(process.waitFor(30, TimeUnit.SECONDS)).isTrue();
        assertThat(process.exitValue()).as(() -> String.join(" ", command)).isZero();
    }

    private static Path store(String name) {
        return folder.resolve(name + ".p12");
    }

    private static String file(String name) {
        return folder.resolve(name).toString();
    }
}
