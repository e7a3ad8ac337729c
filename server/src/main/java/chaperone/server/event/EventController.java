package chaperone.server.event;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.event.EventListener;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Sends events to open pages (server-sent events of the HTML standard). */
@RestController
class EventController implements DisposableBean {
    private static final int MOST_PAGES = 1000;
    private static final int BEAT_SECONDS = 10;

    private final List<SseEmitter> pages = new CopyOnWriteArrayList<>();

    /** One thread sends to all: a page that reads slowly costs a buffer, not a thread. */
    private final ScheduledExecutorService sender = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "event-sender");
        thread.setDaemon(true);
        return thread;
    });

    EventController() {
        sender.scheduleWithFixedDelay(
                () -> send(SseEmitter.event().comment("beat")), BEAT_SECONDS, BEAT_SECONDS, TimeUnit.SECONDS);
    }

    @GetMapping(path = "/api/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter open() {
        SseEmitter page = new SseEmitter(0L);
        page.onCompletion(() -> pages.remove(page));
        page.onTimeout(() -> pages.remove(page));
        page.onError(e -> pages.remove(page));
        if (pages.size() >= MOST_PAGES) pages.remove(0).complete();
        pages.add(page);
        sender.execute(() -> sendTo(page, SseEmitter.event().name("again").data("0")));
        return page;
    }

    @EventListener
    void heard(Heard heard) {
        if (heard.kind().equals("stop")) return;
        sender.execute(() -> send(SseEmitter.event().name(heard.kind()).data(Long.toString(heard.id()))));
    }

    private void send(SseEmitter.SseEventBuilder event) {
        var built = event.build();
        for (SseEmitter page : pages) {
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
    public void destroy() {
        pages.forEach(SseEmitter::complete);
        sender.shutdownNow();
    }
}
