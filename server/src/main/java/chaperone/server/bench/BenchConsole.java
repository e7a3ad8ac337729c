package chaperone.server.bench;

import chaperone.connect.Connector;
import chaperone.connect.Console;
import chaperone.connect.ConversationException;
import chaperone.connect.Endpoint;
import chaperone.connect.Login;
import chaperone.connect.Target;
import chaperone.server.problem.ProblemException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.ConcurrentWebSocketSessionDecorator;
import org.springframework.web.socket.handler.TextWebSocketHandler;
import tools.jackson.databind.JsonNode;

/**
 * A console on a stand-in, over a web socket (RFC 6455): what is typed comes as text, what the device says goes out as
 * bytes. The log-in is the made-up person's, whose password the start command prints.
 */
@Component
class BenchConsole extends TextWebSocketHandler {
    private static final Logger LOG = LoggerFactory.getLogger(BenchConsole.class);
    private static final Login PERSON = new Login("m.oduya", "quay-lantern-4", "tide-table-9");
    private static final int SEND_LIMIT_MILLIS = 10_000;
    private static final int BUFFER_BYTES = 4_000_000;
    private static final int MOST_CONSOLES = 50;

    private final StandInControl control;
    private final Connector connector;
    private final Map<String, Console> open = new ConcurrentHashMap<>();

    BenchConsole(StandInControl control, Connector connector) {
        this.control = control;
        this.connector = connector;
    }

    @Override
    public void afterConnectionEstablished(WebSocketSession session) throws IOException {
        WebSocketSession line = new ConcurrentWebSocketSessionDecorator(session, SEND_LIMIT_MILLIS, BUFFER_BYTES);
        try {
            if (open.size() >= MOST_CONSOLES) throw new IllegalStateException("Too many consoles are open.");
            open.put(session.getId(), console(standIn(session), line));
        } catch (ConversationException e) {
            refuse(line, e.kind() + ": " + e.seen());
        } catch (ProblemException | IllegalStateException e) {
            refuse(line, String.valueOf(e.getMessage()));
        }
    }

    private Console console(JsonNode standIn, WebSocketSession line) {
        Target target = new Target(
                new Endpoint(
                        standIn.path("address").asString(), standIn.path("port").asInt()),
                PERSON,
                Optional.empty(),
                true);
        Console.Sink sink = new Console.Sink() {
            @Override
            public void said(byte[] bytes) {
                send(line, bytes);
            }

            @Override
            public void ended() {
                close(line);
            }
        };
        return standIn.path("maker").asString().equals("Pellon")
                ? connector.requestConsole(target, sink)
                : connector.console(target, sink);
    }

    private JsonNode standIn(WebSocketSession session) {
        String path = String.valueOf(session.getUri()).split("\\?")[0];
        String[] parts = path.split("/");
        String name = parts[parts.length - 2];
        for (JsonNode standIn : control.ask("GET", "/stand-ins")) {
            if (standIn.path("name").asString().equals(name)) return standIn;
        }
        throw ProblemException.notFound("stand-in", name);
    }

    private static void send(WebSocketSession line, byte[] bytes) {
        try {
            if (line.isOpen()) line.sendMessage(new BinaryMessage(bytes));
        } catch (IOException | RuntimeException e) {
            LOG.debug("The page has gone", e);
        }
    }

    private static void refuse(WebSocketSession line, String why) throws IOException {
        send(line, ("No console: " + why + "\r\n").getBytes(StandardCharsets.UTF_8));
        line.close(CloseStatus.NORMAL);
    }

    private static void close(WebSocketSession line) {
        try {
            line.close(CloseStatus.NORMAL);
        } catch (IOException e) {
            LOG.debug("The page has gone", e);
        }
    }

    @Override
    protected void handleTextMessage(WebSocketSession session, TextMessage message) {
        Console console = open.get(session.getId());
        if (console != null) console.type(message.getPayload());
    }

    @Override
    public void afterConnectionClosed(WebSocketSession session, CloseStatus status) {
        Console console = open.remove(session.getId());
        if (console != null) console.close();
    }
}
