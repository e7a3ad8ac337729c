package chaperone.server.lease;

import java.time.Duration;
import java.util.Collection;
import java.util.HashSet;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/** At most one conversation with an address at a time, over all server processes. */
@Component
public class DeviceLease {
    /** A conversation that takes longer holds up no other device of its group. */
    static final Duration LONGEST_TOGETHER = Duration.ofSeconds(3);

    private final AdvisoryLocks locks;
    private final Set<Lease> open = ConcurrentHashMap.newKeySet();

    @Autowired
    DeviceLease(LockConnections connections) {
        this(connections.locks());
        connections.watch(this::giveWayToOthers);
    }

    DeviceLease(AdvisoryLocks locks) {
        this.locks = locks;
    }

    /** The leases of those addresses with which nobody else talks now; closing gives them back. */
    public Lease take(Collection<String> addresses) {
        Lease lease = new Lease(locks.take(addresses), addresses);
        open.add(lease);
        return lease;
    }

    void giveWayToOthers() {
        long now = System.nanoTime();
        open.forEach(lease -> lease.giveWayIfLong(now));
    }

    /** Addresses with which only the holder talks. */
    public final class Lease implements AutoCloseable {
        private final AdvisoryLocks.Held held;
        private final Set<String> others;
        private String current = "";
        private long since = System.nanoTime();

        private Lease(AdvisoryLocks.Held held, Collection<String> addresses) {
            this.held = held;
            others = new HashSet<>(addresses);
        }

        public boolean holds(String address) {
            return held.holds(address);
        }

        /** Whether the holder may talk to this address now; the others are given back if that takes long. */
        public boolean begin(String address) {
            synchronized (this) {
                current = address;
                others.remove(address);
                since = System.nanoTime();
            }
            return held.holds(address) || held.takeAgain(address);
        }

        /** Called once if the lease is lost: the conversation must end before it alters anything. */
        public void whenLost(Runnable told) {
            held.whenLost(told);
        }

        public boolean isLost() {
            return held.isLost();
        }

        /** Asks the database, before each write. */
        public boolean isStillHeld() {
            return held.isStillHeld();
        }

        private void giveWayIfLong(long now) {
            Set<String> waiting;
            synchronized (this) {
                if (current.isEmpty() || now - since < LONGEST_TOGETHER.toNanos()) return;
                waiting = new HashSet<>(others);
            }
            held.giveBack(waiting);
        }

        @Override
        public void close() {
            open.remove(this);
            held.close();
        }
    }
}
