package chaperone.server.bench;

import chaperone.server.problem.ProblemException;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Talks to the control interface of the stand-ins, which listens on loopback beside the demo's server. */
@Component
class StandInControl {
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final String address;
    private final JsonMapper json;
    private final HttpClient client =
            HttpClient.newBuilder().connectTimeout(PATIENCE).build();

    /** @param address such as {@code http://127.0.0.1:2080}; empty where there are no stand-ins */
    StandInControl(@Value("${chaperone.demo.control:}") String address, JsonMapper json) {
        this.address = address;
        this.json = json;
    }

    boolean isThere() {
        return !address.isEmpty();
    }

    /** @throws ProblemException if there are no stand-ins, or they refuse */
    JsonNode ask(String method, String path) {
        return send(method, path, "");
    }

    /** The same with a body, one byte a character. */
    JsonNode send(String method, String path, String text) {
        if (!isThere()) {
            throw new ProblemException(
                    HttpStatus.NOT_FOUND,
                    "no-bench",
                    "The bench is there only in the demo.",
                    "Start the demo to use it.");
        }
        HttpRequest request = HttpRequest.newBuilder(URI.create(address + path))
                .timeout(PATIENCE)
                .method(method, BodyPublishers.ofString(text, StandardCharsets.ISO_8859_1))
                .build();
        try {
            HttpResponse<String> answer = client.send(request, BodyHandlers.ofString());
            JsonNode body = json.readTree(answer.body());
            if (answer.statusCode() == 200) return body;
            throw new ProblemException(
                    HttpStatus.NOT_FOUND,
                    "stand-in",
                    body.path("error").asString("It was refused") + ".",
                    "Load the page again.");
        } catch (IOException e) {
            throw new ProblemException(
                    HttpStatus.BAD_GATEWAY, "stand-ins-gone", "The stand-ins do not answer.", "Start the demo again.");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
