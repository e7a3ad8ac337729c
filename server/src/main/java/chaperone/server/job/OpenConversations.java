package chaperone.server.job;

import chaperone.connect.Conversation;
import chaperone.server.event.Heard;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** The conversations that this process holds, by job, so that stopping a job ends them. */
@Component
class OpenConversations {
    private final Map<Long, Set<Conversation>> byJob = new ConcurrentHashMap<>();

    void add(long job, Conversation session) {
        byJob.computeIfAbsent(job, id -> ConcurrentHashMap.newKeySet()).add(session);
    }

    void remove(long job, Conversation session) {
        byJob.computeIfPresent(job, (id, sessions) -> {
            sessions.remove(session);
            return sessions.isEmpty() ? null : sessions;
        });
    }

    @EventListener
    void heard(Heard heard) {
        if (heard.kind().equals("stop"))
            byJob.getOrDefault(heard.id(), Set.of()).forEach(Conversation::stop);
    }
}
