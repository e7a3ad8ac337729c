package chaperone.server.lease;

import chaperone.connect.conversation.Conversation;
import chaperone.server.event.ServerEvent;
import chaperone.server.event.ServerEventListener;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.stereotype.Component;

/** The conversations that this process holds, by job, so that stopping a job ends them. */
@Component
public class OpenConversations implements ServerEventListener {
    private final Map<Long, Set<Conversation>> byJob = new ConcurrentHashMap<>();

    private final AtomicInteger stops = new AtomicInteger();

    /** How often somebody asked for any job to stop since this process began. */
    public int stops() {
        return stops.get();
    }

    public void add(long job, Conversation session) {
        byJob.computeIfAbsent(job, id -> ConcurrentHashMap.newKeySet()).add(session);
    }

    public void remove(long job, Conversation session) {
        byJob.computeIfPresent(job, (id, sessions) -> {
            sessions.remove(session);
            return sessions.isEmpty() ? null : sessions;
        });
    }

    @Override
    public void heard(ServerEvent heard) {
        // What was said while nobody listened may have been a stop.
        if (heard.kind().equals("stop") || heard.kind().equals("again")) stops.incrementAndGet();
        if (heard.kind().equals("stop"))
            byJob.getOrDefault(heard.id(), Set.of()).forEach(Conversation::stop);
    }
}
