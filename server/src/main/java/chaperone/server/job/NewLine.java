package chaperone.server.job;

import java.util.Optional;

/**
 * A line to be done: a device of the fleet, or an address that somebody brings.
 *
 * @param site decides under which limit its conversation falls; the name that the list gave for a new device
 * @param platform the one that somebody chose for a new device; none if it is to be recognised
 * @param telnetAllowed whether a new device may be logged in to by Telnet
 */
public record NewLine(
        String target,
        String host,
        int port,
        String site,
        String role,
        Optional<Long> device,
        Optional<Long> credentialSet,
        Optional<String> platform,
        boolean telnetAllowed) {}
