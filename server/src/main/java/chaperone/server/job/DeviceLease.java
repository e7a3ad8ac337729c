package chaperone.server.job;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * At most one conversation with an address at a time, over all server processes. A lease is an advisory lock of
 * PostgreSQL on a connection that this process keeps: when the process dies, the database gives its leases back. Several
 * connections share the addresses, since on a single one a sweep's leases would wait for each other.
 */
@Component
class DeviceLease implements DisposableBean {
    private static final int CONNECTIONS = 6;

    private final List<Stripe> stripes;

    DeviceLease(DataSource database) {
        stripes = Stream.generate(() -> new Stripe(database)).limit(CONNECTIONS).toList();
    }

    /** False if somebody else talks to this address now. */
    boolean take(String address) {
        return stripeOf(address).take(address);
    }

    void giveBack(String address) {
        stripeOf(address).giveBack(address);
    }

    private Stripe stripeOf(String address) {
        return stripes.get(Math.floorMod(address.hashCode(), CONNECTIONS));
    }

    @Override
    public void destroy() {
        stripes.forEach(Stripe::forget);
    }

    /** The addresses that fall to one connection. */
    private static final class Stripe {
        private final DataSource database;

        /** A session of PostgreSQL gets a lock that it holds already: within the process this set decides. */
        private final Set<String> held = new HashSet<>();

        private Optional<Connection> connection = Optional.empty();

        Stripe(DataSource database) {
            this.database = database;
        }

        synchronized boolean take(String address) {
            if (!held.add(address)) return false;
            try {
                if (ask("select pg_try_advisory_lock(hashtextextended(?, 0))", address)) return true;
                held.remove(address);
                return false;
            } catch (SQLException e) {
                held.remove(address);
                forget();
                throw new IllegalStateException("No lease for " + address, e);
            }
        }

        synchronized void giveBack(String address) {
            held.remove(address);
            try {
                ask("select pg_advisory_unlock(hashtextextended(?, 0))", address);
            } catch (SQLException e) {
                // The connection is gone, and the locks that it held with it.
                forget();
            }
        }

        private boolean ask(String sql, String address) throws SQLException {
            if (connection.isEmpty()) connection = Optional.of(database.getConnection());
            try (PreparedStatement statement = connection.get().prepareStatement(sql)) {
                statement.setString(1, address);
                try (ResultSet row = statement.executeQuery()) {
                    return row.next() && row.getBoolean(1);
                }
            }
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
