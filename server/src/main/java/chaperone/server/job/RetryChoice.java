package chaperone.server.job;

import java.util.Optional;

/**
 * What somebody wants otherwise when lines are tried again.
 *
 * @param credentialSet in place of the one before
 * @param telnetAllowed whether the lines may log in by Telnet from now on
 */
public record RetryChoice(Optional<Long> credentialSet, boolean telnetAllowed) {}
