package chaperone.server.job;

import java.util.Optional;

/**
 * A line to be done: a device of the fleet, or an address that somebody brings.
 *
 * @param site decides under which limit its conversation falls; the name that the list gave for a new device
 */
public record NewJobLine(
        String target,
        String host,
        int port,
        String site,
        String role,
        Optional<Long> device,
        Optional<Long> credentialSet,
        IntakeDetails newcomer) {}
