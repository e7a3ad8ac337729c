package chaperone.server.job;

import chaperone.connect.ConversationLimits.Permit;
import chaperone.server.job.DeviceLease.Lease;
import chaperone.server.problem.ProblemException;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/** A conversation outside of any job: it keeps to the same limits, and never meets another one at the same device. */
@Component
public class DeviceTurn {
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final ConversationPlaces limits;
    private final DeviceLease leases;

    DeviceTurn(ConversationPlaces limits, DeviceLease leases) {
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
