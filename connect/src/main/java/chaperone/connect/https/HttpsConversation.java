package chaperone.connect.https;

import chaperone.connect.conversation.ConnectFailures;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.ConversationListener.Step;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.LoginDetail;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.SentRequests;
import chaperone.connect.conversation.Target;
import chaperone.core.config.ConfigBytes;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.cert.X509Certificate;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLException;
import javax.net.ssl.TrustManager;
import org.apache.hc.client5.http.ConnectTimeoutException;
import org.apache.hc.client5.http.HttpHostConnectException;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.config.RequestConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.client5.http.ssl.DefaultClientTlsStrategy;
import org.apache.hc.client5.http.ssl.HostnameVerificationPolicy;
import org.apache.hc.client5.http.ssl.NoopHostnameVerifier;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.HttpEntity;
import org.apache.hc.core5.http.io.entity.ByteArrayEntity;
import org.apache.hc.core5.http.io.entity.InputStreamEntity;
import org.apache.hc.core5.io.CloseMode;
import org.apache.hc.core5.util.Timeout;
import org.jspecify.annotations.Nullable;

/**
 * A conversation over HTTPS (RFC 9110) with a pinned certificate and a log-in by RFC 7617. A request is
 * {@code GET /path}; a body stands on the lines below and is sent as JSON.
 */
public final class HttpsConversation implements Conversation {
    private static final int UNAUTHORIZED = 401, FORBIDDEN = 403;

    private final Target target;
    private final Patience patience;
    private final ConversationListener listener;
    private final CertificateCheck certificate;
    private final CloseableHttpClient client;
    private final long deadline;
    private final SentRequests sent = new SentRequests();
    /** By path, what the device said its version was when it was read: what has moved since is not altered (RFC 9110, 13.1.1). */
    private final Map<String, String> versions = new HashMap<>();

    private volatile boolean stopped;

    /** @param authorities whose signature under a certificate is worth as much as a pin */
    HttpsConversation(
            Target target, Patience patience, ConversationListener listener, List<X509Certificate> authorities) {
        this.target = target;
        this.patience = patience;
        this.listener = listener;
        this.certificate = new CertificateCheck(target.endpoint().host(), target.pinned(), authorities);
        this.client = client();
        this.deadline = System.nanoTime() + patience.whole().toNanos();
    }

    private CloseableHttpClient client() {
        try {
            SSLContext tls = SSLContext.getInstance("TLS");
            tls.init(null, new TrustManager[] {certificate}, null);
            return HttpClients.custom()
                    .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create()
                            .setTlsSocketStrategy(new DefaultClientTlsStrategy(
                                    tls, HostnameVerificationPolicy.CLIENT, NoopHostnameVerifier.INSTANCE))
                            .setDefaultConnectionConfig(ConnectionConfig.custom()
                                    .setConnectTimeout(Timeout.of(patience.connect()))
                                    .setSocketTimeout(Timeout.of(patience.silence()))
                                    .build())
                            .build())
                    .setDefaultRequestConfig(RequestConfig.custom()
                            .setResponseTimeout(Timeout.of(patience.silence()))
                            .build())
                    .disableAutomaticRetries()
                    .disableRedirectHandling()
                    .disableCookieManagement()
                    .disableAuthCaching()
                    .setUserAgent("Chaperone")
                    .build();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public Endpoint endpoint() {
        return target.endpoint();
    }

    /** Known after the first answer. */
    @Override
    public String identity() {
        return certificate.seen().orElse("");
    }

    @Override
    public String ask(String request) {
        int lineEnd = request.indexOf('\n');
        String head = lineEnd < 0 ? request : request.substring(0, lineEnd);
        String[] words = head.strip().split(" +", 2);
        if (words.length < 2 || !words[1].startsWith("/")) {
            throw failure(FailureKind.COMMAND_REFUSED, "\"" + head + "\" is not a method and a path");
        }
        byte[] body = lineEnd < 0 ? new byte[0] : ConfigBytes.encode(request.substring(lineEnd + 1));
        boolean isFirst = certificate.seen().isEmpty();
        byte[] answer = send(words[0], words[1], body);
        if (isFirst) listener.reached(Step.CONNECTED, identity());
        String text = ConfigBytes.decode(answer);
        listener.exchanged(request, text);
        return text;
    }

    @Override
    public String alter(String request) {
        return sent.altering(() -> ask(request));
    }

    /** The body of the answer. */
    private byte[] send(String method, String path, byte[] body) {
        return execute(
                method,
                path,
                body.length == 0
                        ? Optional.empty()
                        : Optional.of(new ByteArrayEntity(body, ContentType.APPLICATION_JSON)),
                this::read);
    }

    /** Posts a file, of which no more is held than one buffer. */
    public void upload(String path, long size, InputStream content) {
        HttpEntity file = new InputStreamEntity(content, size, ContentType.APPLICATION_OCTET_STREAM);
        execute("POST", path, Optional.of(file), this::read);
    }

    /** Gets a file; what is too much of it is for the stream to say. */
    public void download(String path, OutputStream to) {
        execute("GET", path, Optional.empty(), entity -> {
            if (entity != null) entity.writeTo(to);
            return new byte[0];
        });
    }

    private interface BodyReader {
        byte[] read(@Nullable HttpEntity entity) throws IOException;
    }

    private byte[] execute(String method, String path, Optional<HttpEntity> body, BodyReader reader) {
        HttpUriRequestBase request = new HttpUriRequestBase(method, address(path));
        LoginDetail account = target.login().by(LoginProtocol.HTTPS, target.endpoint());
        String login = account.account() + ":" + account.password();
        request.setHeader(
                "Authorization", "Basic " + Base64.getEncoder().encodeToString(login.getBytes(StandardCharsets.UTF_8)));
        body.ifPresent(request::setEntity);
        boolean reads = method.equals("GET");
        if (!reads && versions.containsKey(path)) request.setHeader("If-Match", versions.get(path));
        try {
            return client.execute(request, response -> {
                noteVersion(path, reads, response);
                return bodyOf(method + " " + path, response, reader);
            });
        } catch (SSLException e) {
            noteSent();
            throw tlsFailure(e);
        } catch (IOException e) {
            noteSent();
            throw failureOf(e);
        }
    }

    private void noteVersion(String path, boolean reads, ClassicHttpResponse response) {
        if (!reads) versions.remove(path);
        else if (response.containsHeader("ETag"))
            versions.put(path, response.getFirstHeader("ETag").getValue());
    }

    /** Nothing of a request goes out before the device has shown a certificate that is its own. */
    private void noteSent() {
        if (certificate.seen().isPresent() && !certificate.isChanged()) sent.sending();
    }

    private URI address(String path) {
        try {
            String host = target.endpoint().toString();
            return URI.create("https://" + host + path);
        } catch (IllegalArgumentException e) {
            throw failure(FailureKind.COMMAND_REFUSED, "\"" + path + "\" is no path");
        }
    }

    private byte[] bodyOf(String request, ClassicHttpResponse response, BodyReader reader) throws IOException {
        sent.sending();
        int status = response.getCode();
        boolean isGood = status < 300;
        byte[] body = (isGood ? reader : (BodyReader) this::read).read(response.getEntity());
        if (status == UNAUTHORIZED) {
            throw failure(
                    FailureKind.LOGIN_REFUSED,
                    "account "
                            + target.login()
                                    .by(LoginProtocol.HTTPS, target.endpoint())
                                    .account() + " or its password");
        }
        String said = new String(body, StandardCharsets.UTF_8).strip();
        String shown = said.length() > 200 ? said.substring(0, 200) : said;
        if (status == FORBIDDEN) throw failure(FailureKind.PRIVILEGE_REFUSED, shown);
        if (!isGood) throw failure(FailureKind.COMMAND_REFUSED, request + ": " + status + " " + shown);
        return body;
    }

    private byte[] read(@Nullable HttpEntity entity) throws IOException {
        if (entity == null) return new byte[0];
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        byte[] chunk = new byte[8192];
        try (InputStream in = entity.getContent()) {
            for (int count = in.read(chunk); count >= 0; count = in.read(chunk)) {
                bytes.write(chunk, 0, count);
                if (bytes.size() > patience.mostBytes())
                    throw failure(FailureKind.TOO_LONG, "more than " + patience.mostBytes() + " bytes");
                if (System.nanoTime() > deadline)
                    throw failure(
                            FailureKind.FELL_SILENT,
                            "not finished within " + patience.whole().toSeconds() + " s");
            }
        }
        return bytes.toByteArray();
    }

    private ConversationException tlsFailure(SSLException e) {
        if (stopped) return failure(FailureKind.STOPPED, "stopped by hand");
        if (certificate.isChanged()) return failure(FailureKind.CERTIFICATE_CHANGED, certificate.explanation());
        return certificate.seen().isPresent()
                ? new ConversationException(FailureKind.DROPPED, endpoint(), "the device ended the session", e)
                : new ConversationException(
                        FailureKind.OTHER_PROTOCOL, endpoint(), "the port answers, but not as HTTPS does", e);
    }

    private ConversationException failureOf(IOException e) {
        if (stopped) return failure(FailureKind.STOPPED, "stopped by hand");
        if (e instanceof HttpHostConnectException || e instanceof ConnectTimeoutException) {
            return ConnectFailures.connecting(endpoint(), patience, e);
        }
        if (e instanceof java.net.UnknownHostException) {
            return new ConversationException(FailureKind.NO_ANSWER, endpoint(), "the name is not known", e);
        }
        if (e instanceof SocketTimeoutException) {
            FailureKind kind = certificate.seen().isEmpty() ? FailureKind.NO_ANSWER : FailureKind.FELL_SILENT;
            return new ConversationException(
                    kind, endpoint(), "waited " + patience.silence().toSeconds() + " s for an answer", e);
        }
        return new ConversationException(FailureKind.DROPPED, endpoint(), "the device ended the session", e);
    }

    private ConversationException failure(FailureKind kind, String seen) {
        return new ConversationException(kind, endpoint(), seen);
    }

    @Override
    public void stop() {
        stopped = true;
        client.close(CloseMode.IMMEDIATE);
    }

    @Override
    public void close() {
        client.close(CloseMode.IMMEDIATE);
    }
}
