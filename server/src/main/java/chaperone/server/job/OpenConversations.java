package chaperone.server.job;

import chaperone.connect.Conversation;
import chaperone.server.event.Heard;
import chaperone.server.event.HeardListener;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.stereotype.Component;

/** The conversations that this process holds, by job, so that stopping a job ends them. */
@Component
class OpenConversations implements HeardListener {
    private final Map<Long, Set<Conversation>> byJob = new ConcurrentHashMap<>();

    private final AtomicInteger stops = new AtomicInteger();

    /** How often somebody asked for any job to stop since this process began. */
    int stops() {
        return stops.get();
    }

    void add(long job, Conversation session) {
        byJob.computeIfAbsent(job, id -> ConcurrentHashMap.newKeySet()).add(session);
    }

    void remove(long job, Conversation session) {
        byJob.computeIfPresent(job, (id, sessions) -> {
            sessions.remove(session);
            return sessions.isEmpty() ? null : sessions;
        });
    }

    @Override
    public void heard(Heard heard) {
        // What was said while nobody listened may have been a stop.
        if (heard.kind().equals("stop") || heard.kind().equals("again")) stops.incrementAndGet();
        if (heard.kind().equals("stop"))
            byJob.getOrDefault(heard.id(), Set.of()).forEach(Conversation::stop);
    }
}
