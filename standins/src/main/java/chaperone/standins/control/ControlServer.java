package chaperone.standins.control;

import chaperone.standins.StandIn;
import chaperone.standins.StandIns;
import chaperone.standins.device.Chassis;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Module;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import tools.jackson.databind.json.JsonMapper;

/**
 * Sets faults over HTTP on loopback, for tests and for trying things out.
 *
 * <pre>
 * GET    /faults
 * GET    /stand-ins
 * PUT    /stand-ins/{name}/faults/{fault}?number=3
 * DELETE /stand-ins/{name}/faults/{fault}
 * POST   /stand-ins/{name}/new-host-key
 * POST   /stand-ins/{name}/factory-new
 * POST   /stand-ins/{name}/cable          the body is what somebody pastes
 * POST   /stand-ins/{name}/restart
 * POST   /stand-ins/{name}/sail
 * POST   /stand-ins/{name}/berth
 * </pre>
 */
public final class ControlServer implements AutoCloseable {
    /** No model was delivered with a module in it. */
    private static final int FREE_SLOT = 7;

    private static final int MOST_PASTED = 65_536;

    private final HttpServer server;
    private final StandIns standIns;
    private final JsonMapper json = JsonMapper.builder().build();

    private record Answer(int status, Object body) {}

    private record Shown(
            String name,
            String address,
            int port,
            String maker,
            String model,
            String release,
            boolean isUp,
            boolean isAway,
            int sessions,
            Map<Fault, Integer> faults) {}

    private record FaultShown(Fault fault, String meaning, boolean takesNumber, int usualNumber) {
        static FaultShown of(Fault fault) {
            return new FaultShown(fault, fault.meaning(), fault.takesNumber(), fault.usualNumber());
        }
    }

    public ControlServer(int port, StandIns standIns) {
        this.standIns = standIns;
        try {
            server = HttpServer.create(new InetSocketAddress("127.0.0.1", port), 0);
        } catch (IOException e) {
            throw new UncheckedIOException("Cannot listen at 127.0.0.1:" + port, e);
        }
        server.createContext("/", this::handle);
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
                    number(exchange.getRequestURI().getQuery()),
                    exchange.getRequestBody().readNBytes(MOST_PASTED));
        } catch (IllegalArgumentException e) {
            answer = new Answer(404, Map.of("error", String.valueOf(e.getMessage())));
        }
        byte[] body = json.writeValueAsString(answer.body()).getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(answer.status(), body.length);
        exchange.getResponseBody().write(body);
        exchange.close();
    }

    private Answer answer(String method, String[] path, int number, byte[] body) throws IOException {
        String what = method + " " + path[0];
        if (what.equals("GET faults")) {
            return new Answer(200, Stream.of(Fault.values()).map(FaultShown::of).toList());
        }
        if (what.equals("GET stand-ins") && path.length == 1) {
            return new Answer(
                    200,
                    standIns.all().entrySet().stream()
                            .map(entry -> shown(entry.getKey(), entry.getValue()))
                            .toList());
        }
        if (path.length < 3 || !path[0].equals("stand-ins"))
            return new Answer(404, Map.of("error", "not known: " + String.join("/", path)));
        StandIn standIn = standIns.get(path[1]);
        switch (method + " " + path[2]) {
            case "PUT faults" ->
                standIn.set(fault(path), number < 0 ? fault(path).usualNumber() : number);
            case "DELETE faults" -> standIn.clear(fault(path));
            case "POST new-host-key" -> standIn.changeIdentity();
            case "POST insert-module" -> chassis(standIn).insert(FREE_SLOT, new Module("P8", "EXTRA-" + path[1]));
            case "POST take-module-out" -> chassis(standIn).takeOut(FREE_SLOT);
            case "POST factory-new" -> standIn.becomeFactoryNew();
            case "POST cable" -> {
                return new Answer(200, Map.of("screen", standIn.paste(new String(body, StandardCharsets.ISO_8859_1))));
            }
            case "POST restart" -> standIn.restart();
            case "POST sail" -> standIn.setAway(true);
            case "POST berth" -> standIn.setAway(false);
            default -> throw new IllegalArgumentException("not known: " + method + " " + path[2]);
        }
        return new Answer(200, shown(path[1], standIn));
    }

    /** @param name by which it is asked for, whatever it is called by its configuration meanwhile */
    private static Shown shown(String name, StandIn standIn) {
        return new Shown(
                name,
                standIn.address().getHostString(),
                standIn.address().getPort(),
                standIn.maker(),
                standIn.device().chassis().hardware().model(),
                standIn.device().chassis().release(),
                standIn.isUp(),
                standIn.isAway(),
                standIn.sessions(),
                standIn.faults());
    }

    private static Chassis chassis(StandIn standIn) {
        return standIn.device().chassis();
    }

    private static Fault fault(String[] path) {
        if (path.length != 4) throw new IllegalArgumentException("name one fault");
        return Fault.valueOf(path[3].toUpperCase(Locale.ROOT).replace('-', '_'));
    }

    private static int number(String query) {
        boolean named = query != null && query.matches("number=\\d{1,6}");
        return named ? Integer.parseInt(query.substring("number=".length())) : -1;
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
