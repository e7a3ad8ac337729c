package chaperone.server.lease;

import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Each process holds a lock as long as it lives. */
@Component
class LockBasedPresence implements ServerPresence {
    private final AdvisoryLocks locks;
    private final String name = UUID.randomUUID().toString();
    private AdvisoryLocks.Held presence;

    LockBasedPresence(LockConnections connections) {
        locks = connections.locks();
        presence = locks.take(List.of(keyOf(name)));
        connections.watch(this::stay);
    }

    @Override
    public String name() {
        return name;
    }

    @Override
    public boolean isAlive(String server) {
        if (server.equals(name)) return true;
        try (AdvisoryLocks.Held its = locks.take(List.of(keyOf(server)))) {
            return !its.holds(keyOf(server));
        }
    }

    /** The connection may have broken that the lock lived on. */
    private synchronized void stay() {
        if (!presence.isLost()) return;
        presence.close();
        presence = locks.take(List.of(keyOf(name)));
    }

    private static String keyOf(String server) {
        return "server " + server;
    }
}
