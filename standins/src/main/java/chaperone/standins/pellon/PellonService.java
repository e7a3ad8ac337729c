package chaperone.standins.pellon;

import chaperone.standins.device.Events;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Faults;
import chaperone.standins.device.Pause;
import chaperone.standins.device.Visit;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.atomic.AtomicInteger;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Answers a Pellon's requests; see languages.md for what there is. */
public final class PellonService implements HttpHandler {
    private static final int LARGEST_BODY = 80_000_000;

    private final PellonSwitch device;
    private final Events events;
    private final Faults faults;
    private final AtomicInteger requests = new AtomicInteger();
    private final AtomicInteger open = new AtomicInteger();
    private int counted;

    private record Answer(int status, byte[] body, boolean isConfig) {
        static Answer json(int status, String text) {
            return new Answer(status, text.getBytes(StandardCharsets.ISO_8859_1), false);
        }

        static Answer error(int status, String message) {
            return json(status, PellonSwitch.JSON.writeValueAsString(Map.of("error", message)) + "\n");
        }
    }

    public PellonService(PellonSwitch device, Events events) {
        this.device = device;
        this.events = events;
        this.faults = device.faults();
    }

    /** Requests in hand now. */
    public int open() {
        return open.get();
    }

    @Override
    public void handle(HttpExchange exchange) throws IOException {
        open.incrementAndGet();
        try (exchange) {
            OptionalInt last = faults.number(Fault.DROPS_AFTER);
            int number = countOne();
            if (last.isPresent() && number > last.getAsInt()) throw new IOException("Dropped on demand");
            OptionalInt pause = faults.number(Fault.SLOW);
            if (pause.isPresent()) Pause.milliseconds(Math.min(20 * pause.getAsInt(), 20_000));
            Answer answer = faults.number(Fault.REFUSES).orElse(0) == number
                    ? Answer.error(409, "not possible now")
                    : answer(exchange);
            send(exchange, answer);
        } finally {
            open.decrementAndGet();
        }
    }

    /** A device without sessions counts the requests since its faults were last changed. */
    private synchronized int countOne() {
        if (counted != faults.version()) requests.set(0);
        counted = faults.version();
        return requests.incrementAndGet();
    }

    private void send(HttpExchange exchange, Answer answer) throws IOException {
        exchange.getResponseHeaders().putIfAbsent("Content-Type", List.of("application/json"));
        exchange.getResponseHeaders().set("ETag", tag());
        // One request a connection: a device this small keeps none open.
        exchange.getResponseHeaders().set("Connection", "close");
        exchange.sendResponseHeaders(answer.status(), answer.body().length == 0 ? -1 : answer.body().length);
        OutputStream body = exchange.getResponseBody();
        boolean hangs = answer.isConfig() && faults.has(Fault.HANGS);
        body.write(answer.body(), 0, hangs ? answer.body().length / 2 : answer.body().length);
        body.flush();
        for (int i = 0; hangs && faults.has(Fault.HANGS) && i < 600; i++) Pause.milliseconds(50);
    }

    private String tag() {
        return "\"" + device.chassis().changes() + "\"";
    }

    private Answer answer(HttpExchange exchange) throws IOException {
        String path = exchange.getRequestURI().getPath();
        String request = exchange.getRequestMethod() + " " + path.replaceFirst("^/device/v1", "");
        byte[] body = exchange.getRequestBody().readNBytes(LARGEST_BODY);
        try {
            if (!device.isInService()) return beforeService(request, body);
            Optional<Visit> visit = visitor(exchange);
            if (visit.isEmpty()) {
                exchange.getResponseHeaders().set("WWW-Authenticate", "Basic realm=\"" + device.name() + "\"");
                return Answer.error(401, "who are you?");
            }
            if (request.equals("GET /")) return ownPage(exchange);
            events.loggedIn(visit.get());
            boolean looks = exchange.getRequestMethod().equals("GET");
            if (!looks && !visit.get().level().equals("full")) return Answer.error(403, "your account may only look");
            return looks ? look(request) : act(exchange, request, body, visit.get());
        } catch (JacksonException e) {
            return Answer.error(400, "not JSON: " + e.getOriginalMessage());
        } catch (BadDocument e) {
            return Answer.error(422, String.valueOf(e.getMessage()));
        }
    }

    private Answer beforeService(String request, byte[] body) throws BadDocument {
        if (!request.equals("POST /first-contact")) return Answer.error(409, "name and password are not set yet");
        device.firstContact(json(body));
        device.save();
        return Answer.json(200, device.facts());
    }

    private static JsonNode json(byte[] body) {
        return PellonSwitch.JSON.readTree(new String(body, StandardCharsets.ISO_8859_1));
    }

    private Optional<Visit> visitor(HttpExchange exchange) {
        String header = exchange.getRequestHeaders().getFirst("Authorization");
        if (header == null || !header.startsWith("Basic ")) return Optional.empty();
        String login = new String(Base64.getDecoder().decode(header.substring(6)), StandardCharsets.UTF_8);
        String[] parts = login.split(":", 2);
        if (parts.length < 2) return Optional.empty();
        return device.logIn(parts[0], parts[1])
                .map(level -> new Visit(parts[0], level, exchange.getRemoteAddress(), "HTTPS"));
    }

    /** What a browser shows. */
    private Answer ownPage(HttpExchange exchange) {
        exchange.getResponseHeaders().set("Content-Type", "text/html; charset=iso-8859-1");
        String page = "<!doctype html><title>" + device.name() + "</title><h1>Pellon " + device.name() + "</h1><pre>"
                + device.facts().replace("&", "&amp;").replace("<", "&lt;") + "</pre>\n";
        return Answer.json(200, page);
    }

    private Answer look(String request) {
        if (request.equals("GET /config")) return config(device.runningText());
        if (request.equals("GET /config/saved")) return config(device.savedText());
        if (request.equals("GET /facts")) return Answer.json(200, device.facts());
        if (request.equals("GET /changed")) {
            return Answer.json(
                    200,
                    PellonSwitch.JSON.writeValueAsString(Map.of(
                            "times", device.chassis().changes(),
                            "last", device.chassis().changedAt().toString(),
                            "by", device.chassis().changedBy(),
                            "saves", device.chassis().saves())));
        }
        Optional<String> table =
                request.startsWith("GET /tables/") ? device.table(request.substring(12)) : Optional.empty();
        if (table.isPresent()) return Answer.json(200, table.get());
        Optional<byte[]> image = request.startsWith("GET /image/")
                ? device.chassis().storage().read(request.substring(11))
                : Optional.empty();
        return image.map(bytes -> new Answer(200, bytes, false)).orElseGet(() -> Answer.error(404, "not known here"));
    }

    private static Answer config(String text) {
        return new Answer(200, text.getBytes(StandardCharsets.ISO_8859_1), true);
    }

    private Answer act(HttpExchange exchange, String request, byte[] body, Visit visit) throws BadDocument {
        String expected = exchange.getRequestHeaders().getFirst("If-Match");
        if (expected != null && !expected.equals(tag())) return Answer.error(412, "it was changed meanwhile");
        switch (request) {
            case "PUT /config" -> {
                if (!(json(body) instanceof ObjectNode document)) return Answer.error(422, "expected a document");
                device.replace(document, visit.account());
                events.edited(visit);
                return Answer.json(200, device.runningText());
            }
            case "PATCH /config" -> {
                device.merge(json(body), visit.account());
                events.edited(visit);
                return Answer.json(200, device.runningText());
            }
            case "POST /save" -> device.save();
            case "POST /restart" -> events.restart(visit);
            case "POST /image" -> {
                return image(exchange, body);
            }
            case "POST /boot" -> {
                Optional<String> refused =
                        device.chassis().bootFrom(json(body).path("image").asString(""));
                if (refused.isPresent()) return Answer.error(422, refused.get());
            }
            default -> {
                boolean isDropped = request.startsWith("DELETE /image/")
                        && device.chassis().storage().drop(request.substring("DELETE /image/".length()));
                if (!isDropped) return Answer.error(404, "not known here");
            }
        }
        return new Answer(204, new byte[0], false);
    }

    private Answer image(HttpExchange exchange, byte[] body) {
        String query = Optional.ofNullable(exchange.getRequestURI().getQuery()).orElse("");
        String name = query.startsWith("name=") ? query.substring(5) : "next.img";
        if (!name.matches("[A-Za-z0-9][A-Za-z0-9._-]{0,99}")) return Answer.error(422, "not a name for a file");
        if (!device.chassis().storage().write(name, body)) return Answer.error(507, "no room for " + name);
        String digest = device.chassis().storage().digest(name).orElse("");
        return Answer.json(200, PellonSwitch.JSON.writeValueAsString(Map.of("image", name, "sha256", digest)));
    }
}
