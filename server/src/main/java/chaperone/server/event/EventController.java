package chaperone.server.event;

import chaperone.server.account.AccountRecheck;
import chaperone.server.task.Schedulers;
import java.io.IOException;
import java.security.Principal;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ThreadPoolExecutor.DiscardPolicy;
import java.util.function.Predicate;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.http.MediaType;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Sends events to open pages (server-sent events of the HTML standard). Its streams are ended before the web server waits
 * for the requests that are under way: they would never end by themselves.
 */
@RestController
class EventController implements SmartLifecycle, ServerEventListener {
    private static final Logger LOG = LoggerFactory.getLogger(EventController.class);
    private static final int MOST_PAGES = 1000;
    private static final Duration BEAT = Duration.ofSeconds(10);

    private final AccountRecheck allowed;
    private final Map<SseEmitter, Principal> pages = new ConcurrentHashMap<>();

    /** One thread sends to all: a page that reads slowly costs a buffer, not a thread. After its end it takes nothing. */
    private final ThreadPoolTaskScheduler sender = Schedulers.interruptible("event-sender", 1);

    private volatile boolean isRunning;

    EventController(AccountRecheck allowed) {
        this.allowed = allowed;
        sender.getScheduledThreadPoolExecutor().setRejectedExecutionHandler(new DiscardPolicy());
        Schedulers.every(sender, BEAT, this::beat);
    }

    /** Pages of an account that was locked meanwhile hear nothing more. */
    private void beat() {
        try {
            Predicate<Principal> mayStill = allowed.now();
            pages.forEach((page, who) -> {
                if (!mayStill.test(who)) page.complete();
            });
            // An event, not a comment: pages notice by its absence that the server is gone.
            send(SseEmitter.event().name("beat").data("0"));
        } catch (RuntimeException e) {
            LOG.warn("The accounts of open pages could not be looked at", e);
        }
    }

    @GetMapping(path = "/api/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter open(Principal who) {
        SseEmitter page = new SseEmitter(0L);
        page.onCompletion(() -> pages.remove(page));
        page.onTimeout(() -> pages.remove(page));
        page.onError(e -> pages.remove(page));
        // Others may end at this very moment: then there is room.
        if (pages.size() >= MOST_PAGES) pages.keySet().stream().findFirst().ifPresent(SseEmitter::complete);
        pages.put(page, who);
        if (!isRunning) page.complete();
        sender.execute(() -> sendTo(page, SseEmitter.event().name("again").data("0")));
        return page;
    }

    @Override
    public void heard(ServerEvent heard) {
        if (heard.kind().equals("stop")) return;
        sender.execute(() -> send(SseEmitter.event().name(heard.kind()).data(Long.toString(heard.id()))));
    }

    private void send(SseEmitter.SseEventBuilder event) {
        var built = event.build();
        for (SseEmitter page : pages.keySet()) {
            try {
                page.send(built);
            } catch (IOException | IllegalStateException e) {
                pages.remove(page);
            }
        }
    }

    private void sendTo(SseEmitter page, SseEmitter.SseEventBuilder event) {
        try {
            page.send(event);
        } catch (IOException | IllegalStateException e) {
            pages.remove(page);
        }
    }

    @Override
    public void start() {
        isRunning = true;
    }

    @Override
    public void stop() {
        isRunning = false;
        sender.shutdown();
        pages.keySet().forEach(SseEmitter::complete);
    }

    @Override
    public boolean isRunning() {
        return isRunning;
    }
}
