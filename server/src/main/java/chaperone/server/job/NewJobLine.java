package chaperone.server.job;

import java.util.Optional;

/**
 * A line to be done: a device of the fleet, or an address that somebody brings.
 *
 * @param site decides under which limit its conversation falls; the name that the list gave for a new device
 * @param payload what else its handler needs, in the handler's own form; the job only keeps it
 */
public record NewJobLine(
        String target,
        String host,
        int port,
        String site,
        String role,
        Optional<Long> device,
        Optional<Long> credentialSet,
        String payload) {
    /** For kinds of jobs that need to know no more than where the device is. */
    public static final String NO_PAYLOAD = "";
}
