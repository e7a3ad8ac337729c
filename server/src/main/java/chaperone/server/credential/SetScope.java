package chaperone.server.credential;

import chaperone.connect.conversation.Endpoint;
import chaperone.core.address.AddressScope;
import chaperone.server.callable.CallRules;
import chaperone.server.callable.HostAddresses;
import java.util.List;
import java.util.Optional;

/**
 * Where a credential set may be used: its passwords go nowhere else.
 *
 * @param sites the only ones that it is for; all of them if there is none
 */
public record SetScope(String name, AddressScope addresses, List<String> sites) {
    public SetScope {
        sites = List.copyOf(sites);
    }

    static SetScope of(CredentialSet set) {
        return new SetScope(set.name(), CallRules.scope(set.ranges(), "ranges"), set.sites());
    }

    /** Why the set is not for this place; nothing if it is. */
    public Optional<String> reason(Endpoint endpoint, String site) {
        boolean isSite = sites.isEmpty() || sites.contains(site);
        return isSite && HostAddresses.allIn(endpoint.host(), addresses)
                ? Optional.empty()
                : Optional.of("\"" + name + "\" is not for " + (isSite ? endpoint.host() : "site \"" + site + "\""));
    }
}
