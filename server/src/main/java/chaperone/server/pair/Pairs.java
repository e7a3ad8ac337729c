package chaperone.server.pair;

import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which devices back each other up; a device is in one pair at most. */
@Service
public class Pairs {
    private final DevicePairRepository pairs;
    private final Fleet fleet;
    private final JdbcClient database;
    private final Events events;
    private final Clock clock;

    /** Two devices, and who said that they are a pair. */
    public record Pair(String first, String second, String decidedBy, Instant decidedAt) {}

    Pairs(DevicePairRepository pairs, Fleet fleet, JdbcClient database, Events events, Clock clock) {
        this.pairs = pairs;
        this.fleet = fleet;
        this.database = database;
        this.events = events;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public List<Pair> all() {
        return pairs.all().stream()
                .map(pair -> new Pair(pair.first().name(), pair.second().name(), pair.decidedBy(), pair.decidedAt()))
                .toList();
    }

    /** The name of the other device, for each of these devices that is in a pair; by the device's number. */
    @Transactional(readOnly = true)
    public Map<Long, String> partners(Collection<Device> devices) {
        Map<Long, String> partners = new HashMap<>();
        if (devices.isEmpty()) return partners;
        List<Long> ids = devices.stream().map(Device::id).toList();
        for (DevicePair pair : pairs.with(ids)) {
            partners.put(pair.first().id(), pair.second().name());
            partners.put(pair.second().id(), pair.first().name());
        }
        return partners;
    }

    /** @throws ProblemException if one of them is in a pair already */
    @Transactional
    public void confirm(String first, String second, String account) {
        Device one = fleet.get(first);
        Device other = fleet.get(second);
        if (one.id() == other.id()) throw refused("\"" + first + "\" cannot back itself up.");
        for (DevicePair pair : pairs.with(List.of(one.id(), other.id()))) {
            throw refused(
                    "\"" + pair.first().name() + "\" and \"" + pair.second().name() + "\" are a pair already.");
        }
        database.sql("delete from device_no_pair where first_id = ? and second_id = ?")
                .params(Math.min(one.id(), other.id()), Math.max(one.id(), other.id()))
                .update();
        pairs.save(new DevicePair(one, other, account, clock.instant()));
        events.fleetMoved();
    }

    /** They are no pair, and are not proposed again; whether or not they were one. */
    @Transactional
    public void refuse(String first, String second) {
        Device one = fleet.get(first);
        Device other = fleet.get(second);
        pairs.with(List.of(one.id())).stream()
                .filter(pair -> pair.other(one).id() == other.id())
                .forEach(pairs::delete);
        database.sql("insert into device_no_pair values (?, ?) on conflict do nothing")
                .params(Math.min(one.id(), other.id()), Math.max(one.id(), other.id()))
                .update();
        events.fleetMoved();
    }

    /** Each with both names in the order of the alphabet. */
    @Transactional(readOnly = true)
    public Set<List<String>> refused() {
        return new HashSet<>(database.sql("select least(a.name, b.name) as one, greatest(a.name, b.name) as other"
                        + " from device_no_pair n join device a on a.id = n.first_id"
                        + " join device b on b.id = n.second_id")
                .query((row, number) -> List.of(row.getString("one"), row.getString("other")))
                .list());
    }

    private static ProblemException refused(String meaning) {
        return new ProblemException(
                HttpStatus.CONFLICT, "no-pair", meaning, "Dissolve the other pair first, or choose another device.");
    }
}
