package chaperone.server.syslog;

import chaperone.server.credential.LogInAccounts;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.fleet.Fleet.Sender;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** From whom the messages of a batch come: each is looked up once, since most of a batch comes from a few. */
final class Senders {
    private final Fleet fleet;
    private final LogInAccounts accounts;
    private final Map<List<String>, Optional<Sender>> known = new HashMap<>();
    private final Map<Long, Set<String>> accountsBySet = new HashMap<>();

    Senders(Fleet fleet, LogInAccounts accounts) {
        this.fleet = fleet;
        this.accounts = accounts;
    }

    Optional<Sender> of(String host, String address) {
        return known.computeIfAbsent(List.of(host, address), key -> fleet.sender(host, address));
    }

    /** The accounts under which Chaperone logs in to a device. */
    Set<String> accountsOf(Device device) {
        return accountsBySet.computeIfAbsent(device.credentialSet(), accounts::of);
    }
}
