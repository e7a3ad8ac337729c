package chaperone.server.job;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * At most one conversation with an address at a time, over all server processes. A lease is an advisory lock of
 * PostgreSQL on a connection that this process keeps: when the process dies, the database gives its leases back. Several
 * connections take turns, since on a single one a sweep's leases would wait for each other.
 */
@Component
class DeviceLease implements DisposableBean {
    private static final int CONNECTIONS = 6;

    private final List<Stripe> stripes;
    private final AtomicInteger turn = new AtomicInteger();

    /** A session of PostgreSQL gets a lock that it holds already: within the process this set decides. */
    private final Set<String> held = ConcurrentHashMap.newKeySet();

    DeviceLease(DataSource database) {
        stripes = Stream.generate(() -> new Stripe(database)).limit(CONNECTIONS).toList();
    }

    /** The leases of those addresses with which nobody else talks now; closing gives them back. */
    Lease take(Collection<String> addresses) {
        List<String> free = addresses.stream().filter(held::add).toList();
        Stripe stripe = stripes.get(Math.floorMod(turn.getAndIncrement(), CONNECTIONS));
        Set<String> granted = Set.of();
        try {
            granted = stripe.lock(free);
            return new Lease(granted, stripe);
        } finally {
            for (String address : free) if (!granted.contains(address)) held.remove(address);
        }
    }

    /** Addresses with which only the holder talks. */
    final class Lease implements AutoCloseable {
        private final Set<String> addresses;
        private final Stripe stripe;

        private Lease(Set<String> addresses, Stripe stripe) {
            this.addresses = addresses;
            this.stripe = stripe;
        }

        boolean holds(String address) {
            return addresses.contains(address);
        }

        @Override
        public void close() {
            stripe.unlock(addresses);
            held.removeAll(addresses);
        }
    }

    @Override
    public void destroy() {
        stripes.forEach(Stripe::forget);
    }

    /** One connection, and the locks of PostgreSQL that its session holds. */
    private static final class Stripe {
        private static final String LOCK =
                "select address from unnest(?) as address where pg_try_advisory_lock(hashtextextended(address, 0))";
        private static final String UNLOCK =
                "select address from unnest(?) as address where pg_advisory_unlock(hashtextextended(address, 0))";

        private final DataSource database;
        private Optional<Connection> connection = Optional.empty();

        Stripe(DataSource database) {
            this.database = database;
        }

        synchronized Set<String> lock(List<String> addresses) {
            try {
                return ask(LOCK, addresses);
            } catch (SQLException e) {
                forget();
                throw new IllegalStateException("No lease for " + addresses, e);
            }
        }

        synchronized void unlock(Set<String> addresses) {
            try {
                ask(UNLOCK, addresses);
            } catch (SQLException e) {
                // The connection is gone, and the locks that it held with it.
                forget();
            }
        }

        private Set<String> ask(String sql, Collection<String> addresses) throws SQLException {
            Set<String> answered = new HashSet<>();
            if (addresses.isEmpty()) return answered;
            if (connection.isEmpty()) connection = Optional.of(database.getConnection());
            try (PreparedStatement statement = connection.get().prepareStatement(sql)) {
                statement.setArray(1, connection.get().createArrayOf("text", addresses.toArray()));
                try (ResultSet row = statement.executeQuery()) {
                    while (row.next()) answered.add(row.getString(1));
                }
            }
            return answered;
        }

        synchronized void forget() {
            try {
                if (connection.isPresent()) connection.get().close();
            } catch (SQLException e) {
                // It was broken before.
            }
            connection = Optional.empty();
        }
    }
}
