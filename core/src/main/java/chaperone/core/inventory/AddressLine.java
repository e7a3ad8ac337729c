package chaperone.core.inventory;

import java.util.Optional;

/**
 * One device that somebody wants to bring in.
 *
 * @param line where it stands in its list, from 0
 * @param host an IP address or a host name
 * @param port the port that its line names, if it names one
 */
public record AddressLine(
        int line, String host, Optional<Integer> port, Optional<String> site, Optional<String> role) {}
