package chaperone.server.lease;

import chaperone.connect.conversation.ConversationLimits.Permit;
import chaperone.server.lease.DeviceLease.Lease;
import chaperone.server.problem.ProblemException;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/** A conversation outside of any job: it keeps to the same limits, and never meets another one at the same device. */
@Component
public class DeviceAccess {
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final ConversationPermits limits;
    private final DeviceLease leases;

    DeviceAccess(ConversationPermits limits, DeviceLease leases) {
        this.limits = limits;
        this.leases = leases;
    }

    /** @throws ProblemException if the site's places stay taken, or somebody else talks to the device */
    public void take(String site, String host, int port, Runnable work) {
        String address = host + " " + port;
        Permit permit = place(site.isEmpty() ? host : site);
        try (permit;
                Lease lease = leases.take(List.of(address))) {
            if (!lease.holds(address)) throw busy("Somebody else talks to this device now.");
            work.run();
        }
    }

    private Permit place(String site) {
        try {
            Optional<Permit> permit = limits.acquire(site, PATIENCE);
            return permit.orElseThrow(() -> busy("All conversations that may be open at this site are in use."));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw busy("The server is going down.");
        }
    }

    private static ProblemException busy(String meaning) {
        return new ProblemException(HttpStatus.CONFLICT, "busy", meaning, "Wait until it is done and try again.");
    }
}
