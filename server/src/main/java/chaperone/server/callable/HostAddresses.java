package chaperone.server.callable;

import chaperone.core.address.AddressScope;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.stream.Stream;

/** The addresses of hosts. */
public final class HostAddresses {
    private HostAddresses() {}

    /** Whether a host is within the scope: with all of its addresses, if it is a name; a name without any is not. */
    public static boolean allIn(String host, AddressScope scope) {
        if (scope.holds(host)) return true;
        boolean isAddress = host.contains(":") || host.matches("[0-9.]+");
        if (isAddress) return false;
        try {
            return Stream.of(InetAddress.getAllByName(host))
                    .map(InetAddress::getHostAddress)
                    .allMatch(scope::holds);
        } catch (UnknownHostException e) {
            return false;
        }
    }
}
