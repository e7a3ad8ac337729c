package chaperone.server.console;

import chaperone.connect.conversation.Console;
import chaperone.connect.conversation.ConversationException;
import chaperone.server.account.AccountRecheck;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.problem.ProblemException;
import chaperone.server.task.Schedulers;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.ConcurrentWebSocketSessionDecorator;
import org.springframework.web.socket.handler.TextWebSocketHandler;

/**
 * A console over a web socket (RFC 6455): what is typed comes as text, what the device says goes out as bytes. Whoever
 * extends it says which console an address stands for.
 */
public abstract class ConsoleHandler extends TextWebSocketHandler implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(ConsoleHandler.class);
    private static final int SEND_LIMIT_MILLIS = 10_000;
    private static final int BUFFER_BYTES = 4_000_000;
    private static final int MOST_CONSOLES = 50;

    private static final Duration LOOK = Duration.ofSeconds(5);

    private final Map<String, Open> open = new ConcurrentHashMap<>();
    private final ThreadPoolTaskScheduler timer = Schedulers.interruptible("console-accounts", 1);

    private record Open(WebSocketSession line, Console console) {}

    /** @param allowed asked every few seconds: a console ends when its account is locked or altered */
    protected ConsoleHandler(AccountRecheck allowed) {
        Schedulers.every(timer, LOOK, () -> endForbidden(allowed));
    }

    private void endForbidden(AccountRecheck allowed) {
        if (open.isEmpty()) return;
        try {
            Predicate<Principal> mayStill = allowed.now();
            for (Open each : open.values()) {
                Principal who = each.line().getPrincipal();
                if (who == null || !mayStill.test(who)) close(each.line());
            }
        } catch (RuntimeException e) {
            LOG.warn("The accounts of open consoles could not be looked at", e);
        }
    }

    /**
     * @param parts the words of the address between its slashes
     * @throws ConversationException if the device is not reached
     * @throws ProblemException if there is no such console for whoever asks
     */
    protected abstract Console console(WebSocketSession session, String[] parts, Console.Sink sink);

    @Override
    public void afterConnectionEstablished(WebSocketSession session) throws IOException {
        WebSocketSession line = new ConcurrentWebSocketSessionDecorator(session, SEND_LIMIT_MILLIS, BUFFER_BYTES);
        String[] parts = String.valueOf(session.getUri()).split("\\?")[0].split("/");
        try {
            if (open.size() >= MOST_CONSOLES) throw new IllegalStateException("Too many consoles are open.");
            open.put(session.getId(), new Open(line, console(session, parts, to(line))));
            // The page may have gone, or the device have ended it, while it was being opened.
            if (!session.isOpen()) afterConnectionClosed(session, CloseStatus.NORMAL);
        } catch (ConversationException e) {
            refuse(line, ConversationOutcome.of(e.kind()).meaning() + " " + e.seen());
        } catch (ProblemException | IllegalStateException e) {
            refuse(line, String.valueOf(e.getMessage()));
        }
    }

    private static Console.Sink to(WebSocketSession line) {
        return new Console.Sink() {
            @Override
            public void said(byte[] bytes) {
                send(line, bytes);
            }

            @Override
            public void ended() {
                close(line);
            }
        };
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
        Open typed = open.get(session.getId());
        if (typed != null) typed.console().type(message.getPayload());
    }

    @Override
    public void afterConnectionClosed(WebSocketSession session, CloseStatus status) {
        Open ended = open.remove(session.getId());
        if (ended != null) ended.console().close();
    }

    @Override
    public void destroy() {
        timer.shutdown();
    }
}
