package chaperone.server.export;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.security.PublicKey;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider;
import org.apache.sshd.server.shell.ProcessShellCommandFactory;

/** Git itself behind SSH and HTTPS, as a company runs it. */
final class GitServers {
    static final String ACCOUNT = "history";
    static final String PASSWORD = "seal-pup-8";
    private static final char[] STORE = "changeit".toCharArray();

    private GitServers() {}

    /** @param trusted a key that may come without the password */
    static SshServer ssh(String host, int port, PublicKey trusted) throws IOException {
        SshServer server = SshServer.setUpDefaultServer();
        server.setHost(host);
        server.setPort(port);
        server.setKeyPairProvider(new SimpleGeneratorHostKeyProvider());
        server.setPasswordAuthenticator((name, password, session) -> name.equals(ACCOUNT) && password.equals(PASSWORD));
        server.setPublickeyAuthenticator(
                (name, key, session) -> name.equals(ACCOUNT) && KeyUtils.compareKeys(key, trusted));
        server.setCommandFactory(new ProcessShellCommandFactory());
        server.start();
        return server;
    }

    static String fingerprint(SshServer server) throws Exception {
        return KeyUtils.getFingerPrint(
                server.getKeyPairProvider().loadKeys(null).iterator().next().getPublic());
    }

    /** @param folder that holds the repositories; {@code store} the server's certificate */
    static HttpsServer https(String host, int port, Path folder, KeyStore store) throws Exception {
        KeyManagerFactory keys = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
        keys.init(store, STORE);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(keys.getKeyManagers(), null, null);
        HttpsServer server = HttpsServer.create(new InetSocketAddress(host, port), 0);
        server.setHttpsConfigurator(new HttpsConfigurator(context));
        server.setExecutor(Executors.newCachedThreadPool());
        server.createContext("/", exchange -> answer(exchange, folder));
        server.start();
        return server;
    }

    static KeyStore certificateOf(String address) throws Exception {
        Path store = Files.createTempDirectory("chaperone-git").resolve("git.p12");
        String keytool =
                Path.of(System.getProperty("java.home"), "bin", "keytool").toString();
        String[] words = (keytool + " -genkeypair -alias git -keyalg EC -dname CN=git -storetype PKCS12 -storepass "
                        + new String(STORE) + " -ext bc=ca:true -ext san=ip:" + address + " -keystore " + store)
                .split(" ");
        if (new ProcessBuilder(words).start().waitFor() != 0) throw new IOException("keytool made no certificate");
        return KeyStore.getInstance(store.toFile(), STORE);
    }

    static String pem(KeyStore store) throws Exception {
        return "-----BEGIN CERTIFICATE-----\n"
                + Base64.getMimeEncoder(64, new byte[] {'\n'})
                        .encodeToString(store.getCertificate("git").getEncoded())
                + "\n-----END CERTIFICATE-----\n";
    }

    private static void answer(HttpExchange exchange, Path folder) throws IOException {
        String expected = "Basic "
                + Base64.getEncoder().encodeToString((ACCOUNT + ":" + PASSWORD).getBytes(StandardCharsets.UTF_8));
        try (exchange) {
            if (!expected.equals(exchange.getRequestHeaders().getFirst("Authorization"))) {
                exchange.getResponseHeaders().add("WWW-Authenticate", "Basic realm=\"git\"");
                exchange.sendResponseHeaders(401, -1);
                return;
            }
            backend(exchange, folder);
        }
    }

    /** The common gateway interface (RFC 3875) of {@code git http-backend}. */
    private static void backend(HttpExchange exchange, Path folder) throws IOException {
        ProcessBuilder git = new ProcessBuilder("git", "http-backend");
        Map<String, String> says = git.environment();
        says.put("GIT_PROJECT_ROOT", folder.toString());
        says.put("GIT_HTTP_EXPORT_ALL", "1");
        says.put("REMOTE_USER", ACCOUNT);
        says.put("REQUEST_METHOD", exchange.getRequestMethod());
        says.put("PATH_INFO", exchange.getRequestURI().getPath());
        says.put(
                "QUERY_STRING",
                String.valueOf(exchange.getRequestURI().getRawQuery()).replace("null", ""));
        header(exchange, "Content-Type", says, "CONTENT_TYPE");
        header(exchange, "Content-Encoding", says, "HTTP_CONTENT_ENCODING");
        byte[] body = exchange.getRequestBody().readAllBytes();
        says.put("CONTENT_LENGTH", String.valueOf(body.length));
        Process process = git.start();
        try (var in = process.getOutputStream()) {
            in.write(body);
        }
        try (InputStream out = process.getInputStream()) {
            send(exchange, out.readAllBytes());
        }
    }

    private static void header(HttpExchange exchange, String name, Map<String, String> says, String variable) {
        List<String> values = exchange.getRequestHeaders().getOrDefault(name, List.of());
        if (!values.isEmpty()) says.put(variable, values.get(0));
    }

    private static void send(HttpExchange exchange, byte[] answer) throws IOException {
        int status = 200;
        int at = 0;
        for (int end; (end = lineEnd(answer, at)) > at; at = end + 2) {
            String[] header = new String(answer, at, end - at, StandardCharsets.UTF_8).split(": ", 2);
            if (header[0].equals("Status")) status = Integer.parseInt(header[1].substring(0, 3));
            else exchange.getResponseHeaders().add(header[0], header[1]);
        }
        byte[] body = Arrays.copyOfRange(answer, Math.min(answer.length, at + 2), answer.length);
        exchange.sendResponseHeaders(status, body.length == 0 ? -1 : body.length);
        exchange.getResponseBody().write(body);
    }

    private static int lineEnd(byte[] bytes, int from) {
        for (int i = from; i + 1 < bytes.length; i++) if (bytes[i] == '\r' && bytes[i + 1] == '\n') return i;
        return from;
    }
}
