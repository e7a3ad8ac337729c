package chaperone.standins.control;

import chaperone.standins.StandIn;
import chaperone.standins.StandIns;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/**
 * Sets faults over HTTP on loopback, for tests and for trying things out.
 *
 * <pre>
 * GET    /stand-ins
 * PUT    /stand-ins/{name}/faults/{fault}?number=3
 * DELETE /stand-ins/{name}/faults/{fault}
 * POST   /stand-ins/{name}/new-host-key
 * POST   /stand-ins/{name}/restart
 * </pre>
 */
public final class ControlServer implements AutoCloseable {
    private final HttpServer server;
    private final StandIns standIns;
    private final JsonMapper json = JsonMapper.builder().build();

    private record Answer(int status, Object body) {}

    private record Shown(
            String name, String address, int port, String model, int sessions, Map<Fault, Integer> faults) {}

    public ControlServer(int port, StandIns standIns) {
        this.standIns = standIns;
        try {
            server = HttpServer.create(new InetSocketAddress("127.0.0.1", port), 0);
        } catch (IOException e) {
            throw new UncheckedIOException("Cannot listen at 127.0.0.1:" + port, e);
        }
        server.createContext("/stand-ins", this::handle);
        server.start();
    }

    public int port() {
        return server.getAddress().getPort();
    }

    private void handle(HttpExchange exchange) throws IOException {
        Answer answer;
        try {
            String[] path = exchange.getRequestURI().getPath().substring(1).split("/");
            answer = answer(
                    exchange.getRequestMethod(),
                    path,
                    number(exchange.getRequestURI().getQuery()));
        } catch (IllegalArgumentException e) {
            answer = new Answer(404, Map.of("error", String.valueOf(e.getMessage())));
        }
        byte[] body = json.writeValueAsString(answer.body()).getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(answer.status(), body.length);
        exchange.getResponseBody().write(body);
        exchange.close();
    }

    private Answer answer(String method, String[] path, int number) {
        if (method.equals("GET") && path.length == 1) {
            return new Answer(
                    200,
                    standIns.all().values().stream().map(ControlServer::shown).toList());
        }
        if (path.length < 3) return new Answer(404, Map.of("error", "not known: " + String.join("/", path)));
        StandIn standIn = standIns.get(path[1]);
        switch (method + " " + path[2]) {
            case "PUT faults" -> standIn.set(fault(path), number);
            case "DELETE faults" -> standIn.clear(fault(path));
            case "POST new-host-key" -> standIn.changeHostKey();
            case "POST restart" -> standIn.restart();
            default -> throw new IllegalArgumentException("not known: " + method + " " + path[2]);
        }
        return new Answer(200, shown(standIn));
    }

    private static Shown shown(StandIn standIn) {
        return new Shown(
                standIn.name(),
                standIn.address().getHostString(),
                standIn.address().getPort(),
                standIn.device().hardware().model(),
                standIn.sessions(),
                standIn.faults());
    }

    private static Fault fault(String[] path) {
        if (path.length != 4) throw new IllegalArgumentException("name one fault");
        return Fault.valueOf(path[3].toUpperCase(Locale.ROOT).replace('-', '_'));
    }

    private static int number(String query) {
        boolean named = query != null && query.matches("number=\\d{1,6}");
        return named ? Integer.parseInt(query.substring("number=".length())) : 20;
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
