package chaperone.server.support;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Talks to the server as a page does: with a session, and with the token against forged requests. */
public final class Api {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    public Api(String address) {
        this.address = address;
    }

    /** An answer: its status and its body, as JSON if it is that. */
    public record Answer(int status, String body, HttpResponse<byte[]> raw) {
        public JsonNode json() {
            return JSON.readTree(body);
        }

        /** @throws AssertionError if the status is another */
        public JsonNode json(int expected) {
            assertThat(status).as(body).isEqualTo(expected);
            return json();
        }
    }

    public Api logIn(String name, String password) {
        // The first answer sets the cookie whose value has to come back as a header.
        get("/api/session");
        post("/api/session", Map.of("name", name, "password", password)).json(200);
        return this;
    }

    /** The same person in the same session, at another server. */
    public Api at(String otherAddress) {
        Api other = new Api(otherAddress);
        cookies.getCookieStore()
                .getCookies()
                .forEach(cookie -> other.cookies.getCookieStore().add(URI.create(otherAddress), cookie));
        return other;
    }

    public Answer get(String path) {
        return send("GET", path, "");
    }

    public Answer post(String path, Object body) {
        return send("POST", path, JSON.writeValueAsString(body));
    }

    /** @param headers besides those of every request */
    public Answer post(String path, Object body, Map<String, String> headers) {
        BodyPublisher content = BodyPublishers.ofString(JSON.writeValueAsString(body));
        return send("POST", path, content, "application/json", headers);
    }

    public Answer put(String path, Object body) {
        return send("PUT", path, JSON.writeValueAsString(body));
    }

    public Answer delete(String path) {
        return send("DELETE", path, "");
    }

    public Answer send(String method, String path, String body) {
        BodyPublisher content = body.isEmpty() ? BodyPublishers.noBody() : BodyPublishers.ofString(body);
        return send(method, path, content, "application/json");
    }

    /** The bytes of a file, as they are. */
    public Answer sendFile(String path, byte[] file) {
        return send("POST", path, BodyPublishers.ofByteArray(file), "application/octet-stream");
    }

    private Answer send(String method, String path, BodyPublisher content, String type) {
        return send(method, path, content, type, Map.of());
    }

    private Answer send(String method, String path, BodyPublisher content, String type, Map<String, String> headers) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + path))
                .timeout(Duration.ofMinutes(1))
                .method(method, content)
                .header("Content-Type", type);
        headers.forEach(request::header);
        cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .forEach(token -> request.header("X-XSRF-TOKEN", token));
        try {
            HttpResponse<byte[]> response = client.send(request.build(), BodyHandlers.ofByteArray());
            return new Answer(
                    response.statusCode(),
                    new String(response.body(), java.nio.charset.StandardCharsets.UTF_8),
                    response);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** An answer that does not end, such as live events. */
    public InputStream stream(String path) throws IOException {
        try {
            HttpRequest request =
                    HttpRequest.newBuilder(URI.create(address + path)).build();
            return client.send(request, BodyHandlers.ofInputStream()).body();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
    }

    /** Asks until the answer is as wished; fails after two minutes, which a busy machine may need. */
    public JsonNode await(String path, Predicate<JsonNode> wished) {
        return await(path, wished, Duration.ofMinutes(2));
    }

    /** @param longest after which it fails */
    public JsonNode await(String path, Predicate<JsonNode> wished, Duration longest) {
        long end = System.nanoTime() + longest.toNanos();
        JsonNode last;
        do {
            last = get(path).json();
            if (wished.test(last)) return last;
            // Asked without a pause it would take a processor from what it waits for.
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(20));
        } while (System.nanoTime() < end);
        throw new AssertionError(path + " stayed at " + last);
    }

    /** Waits until a job has ended and gives it. */
    public JsonNode awaitJob(long id) {
        return await("/api/jobs/" + id, job -> job.has("endedAt"));
    }

    /** Copies one device and gives the line's outcome. */
    public String copy(String device) {
        long job = post("/api/copies", Map.of("devices", java.util.List.of(device)))
                .json(202)
                .get("job")
                .asLong();
        awaitJob(job);
        return get("/api/jobs/" + job + "/lines")
                .json(200)
                .get("lines")
                .get(0)
                .get("outcome")
                .asString();
    }

    /** What an administrator says before anything can be called. */
    public void allowCalls(int devicePort) {
        allowCalls(devicePort, "");
    }

    /** @param authorities whose certificates are trusted, besides none */
    public void allowCalls(int devicePort, String authorities) {
        Map<String, Object> rule =
                Map.of("ranges", TestServer.RANGES, "ports", List.of(devicePort), "authorities", authorities);
        assertThat(put("/api/callable", rule).status()).isEqualTo(204);
    }

    /** One account for every protocol; gives the new set's number. */
    public long makeCredentialSet(String name, String account, String password, String privileged) {
        return post("/api/credential-sets", credentialSet(name, account, password, privileged))
                .json(201)
                .get("id")
                .asLong();
    }

    public static Map<String, Object> credentialSet(String name, String account, String password, String privileged) {
        Map<String, Object> logIn = Map.of(
                "protocols", List.of("SSH", "NETCONF", "HTTPS", "TELNET"), "account", account, "password", password);
        return Map.of(
                "name",
                name,
                "note",
                "",
                "logIns",
                List.of(logIn),
                "privilegedPassword",
                privileged,
                "ranges",
                TestServer.RANGES);
    }

    /** As a header has them; for what another client is to do in this session. */
    public String cookies() {
        return cookies.getCookieStore().getCookies().stream()
                .map(cookie -> cookie.getName() + "=" + cookie.getValue())
                .collect(Collectors.joining("; "));
    }
}
