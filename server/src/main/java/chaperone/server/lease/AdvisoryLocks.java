package chaperone.server.lease;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.sql.DataSource;

/**
 * Advisory locks of PostgreSQL, each with one holder over all server processes. They live on connections that this
 * process keeps for them alone, never on those of the pool: when the process dies, or a connection breaks, the database
 * gives the locks back, and nobody who comes after gets a connection that still holds some. Several connections take
 * turns, since on a single one a sweep's locks would wait for each other.
 */
final class AdvisoryLocks {
    private static final int CONNECTIONS = 6;

    private final List<Stripe> stripes;
    private final AtomicInteger turn = new AtomicInteger();

    /** A session of PostgreSQL gets a lock that it holds already: within the process this set decides. */
    private final Set<String> held = ConcurrentHashMap.newKeySet();

    /** @param connections gives a new connection each time, which closing ends */
    AdvisoryLocks(DataSource connections) {
        stripes = Stream.generate(() -> new Stripe(connections))
                .limit(CONNECTIONS)
                .toList();
    }

    /** Those of the locks that nobody holds; closing gives them back. */
    Held take(Collection<String> keys) {
        Stripe stripe = next();
        int since = stripe.breaks();
        return new Held(lockFree(keys, stripe), stripe, since);
    }

    /**
     * One of each list, or nothing at all. It begins at a place of its own for each call: within this process nobody is in
     * the way of others, and other processes seldom are. So one statement is enough most of the time; where somebody was
     * quicker, what else is in the list is tried one at a time.
     */
    public Optional<Held> takeOneOfEach(List<List<String>> choices) {
        Stripe stripe = next();
        int since = stripe.breaks();
        Set<String> granted = new HashSet<>();
        boolean isComplete = false;
        try {
            granted.addAll(lockFree(anyOfEach(choices), stripe));
            for (List<String> keys : choices) {
                if (keys.stream().noneMatch(granted::contains))
                    oneOf(keys, stripe).ifPresent(granted::add);
            }
            isComplete = granted.size() == choices.size();
            return isComplete ? Optional.of(new Held(granted, stripe, since)) : Optional.empty();
        } finally {
            if (!isComplete) {
                stripe.unlock(granted);
                held.removeAll(granted);
            }
        }
    }

    /** One of each list that nobody in this process holds, as far as there is one. */
    private List<String> anyOfEach(List<List<String>> choices) {
        return choices.stream().flatMap(keys -> anyFree(keys).stream()).toList();
    }

    private Optional<String> anyFree(List<String> keys) {
        int start = ThreadLocalRandom.current().nextInt(keys.size());
        return IntStream.range(0, keys.size())
                .mapToObj(i -> keys.get((start + i) % keys.size()))
                .filter(key -> !held.contains(key))
                .findFirst();
    }

    /** Those of the keys that are granted; the others are free again within this process. */
    private Set<String> lockFree(Collection<String> keys, Stripe stripe) {
        List<String> free;
        synchronized (held) {
            free = keys.stream().filter(held::add).toList();
        }
        Set<String> granted = Set.of();
        try {
            granted = stripe.lock(free);
            return granted;
        } finally {
            for (String key : free) if (!granted.contains(key)) held.remove(key);
        }
    }

    /** Each key is asked for once; those that this process holds by then are passed over. */
    private Optional<String> oneOf(List<String> keys, Stripe stripe) {
        Set<String> refused = new HashSet<>();
        while (true) {
            Optional<String> claimed = claim(keys, refused);
            if (claimed.isEmpty() || isGranted(claimed.get(), stripe)) return claimed;
            refused.add(claimed.get());
        }
    }

    /**
     * Nobody else claims a key meanwhile: one that is free when the search begins is found, though others are given back
     * behind it and taken before it.
     */
    private Optional<String> claim(List<String> keys, Set<String> refused) {
        int start = ThreadLocalRandom.current().nextInt(keys.size());
        synchronized (held) {
            return IntStream.range(0, keys.size())
                    .mapToObj(i -> keys.get((start + i) % keys.size()))
                    .filter(key -> !refused.contains(key) && held.add(key))
                    .findFirst();
        }
    }

    private boolean isGranted(String key, Stripe stripe) {
        boolean isGranted = false;
        try {
            isGranted = !stripe.lock(List.of(key)).isEmpty();
            return isGranted;
        } finally {
            if (!isGranted) held.remove(key);
        }
    }

    private Stripe next() {
        return stripes.get(Math.floorMod(turn.getAndIncrement(), CONNECTIONS));
    }

    /** Asks every connection that holds locks whether it is still there; holders of those that are not learn it. */
    void check() {
        stripes.forEach(Stripe::check);
    }

    /** Ends all connections, and with them all locks. */
    void end() {
        stripes.forEach(Stripe::forget);
    }

    /** Locks of one holder. Safe for threads. */
    final class Held implements AutoCloseable {
        private final Set<String> keys;
        private final Stripe stripe;
        private final List<Runnable> onLost = new ArrayList<>();
        private boolean isLost;

        /** @param since how often the connection had broken before the first of them was asked for */
        private Held(Set<String> granted, Stripe stripe, int since) {
            keys = new HashSet<>(granted);
            this.stripe = stripe;
            stripe.add(this);
            if (stripe.breaks() != since) lose();
        }

        synchronized boolean holds(String key) {
            return !isLost && keys.contains(key);
        }

        /** Whether the connection broke that they lived on: somebody else may hold them by now. */
        synchronized boolean isLost() {
            return isLost;
        }

        /** Called once if they are lost, at once if they are already. */
        void whenLost(Runnable told) {
            synchronized (this) {
                if (!isLost) {
                    onLost.add(told);
                    return;
                }
            }
            told.run();
        }

        /** Asks the database, for whoever is about to do what must not be done twice. */
        boolean isStillHeld() {
            stripe.check();
            return !isLost();
        }

        void giveBack(Collection<String> some) {
            Set<String> mine;
            synchronized (this) {
                mine = some.stream().filter(keys::remove).collect(Collectors.toSet());
            }
            // Also if they are lost: some may have been granted on the connection that came after the broken one.
            stripe.unlock(mine);
            held.removeAll(mine);
        }

        /** Whether a lock that was given back is held again. */
        boolean takeAgain(String key) {
            if (isLost() || claim(List.of(key), Set.of()).isEmpty()) return false;
            int since = stripe.breaks();
            if (!isGranted(key, stripe)) return false;
            synchronized (this) {
                keys.add(key);
            }
            if (stripe.breaks() != since) lose();
            if (!isLost()) return true;
            giveBack(List.of(key));
            return false;
        }

        private void lose() {
            List<Runnable> told;
            synchronized (this) {
                if (isLost) return;
                isLost = true;
                told = List.copyOf(onLost);
            }
            told.forEach(Runnable::run);
        }

        @Override
        public void close() {
            stripe.remove(this);
            giveBack(Set.copyOf(keys));
        }
    }

    /** One connection, and the locks that its session holds. */
    private static final class Stripe {
        private static final String LOCK =
                "select key from unnest(?) as key where pg_try_advisory_lock(hashtextextended(key, 0))";
        private static final String UNLOCK =
                "select key from unnest(?) as key where pg_advisory_unlock(hashtextextended(key, 0))";

        private final DataSource database;
        private final Set<Held> holders = ConcurrentHashMap.newKeySet();
        private final AtomicInteger breaks = new AtomicInteger();
        private Optional<Connection> connection = Optional.empty();

        Stripe(DataSource database) {
            this.database = database;
        }

        int breaks() {
            return breaks.get();
        }

        void add(Held holder) {
            holders.add(holder);
        }

        void remove(Held holder) {
            holders.remove(holder);
        }

        Set<String> lock(List<String> keys) {
            return keys.isEmpty() ? Set.of() : attempt(LOCK, keys);
        }

        private Set<String> attempt(String sql, List<String> keys) {
            try {
                return ask(sql, keys);
            } catch (SQLException e) {
                forget();
                throw new IllegalStateException("No locks for " + keys, e);
            }
        }

        void unlock(Set<String> keys) {
            try {
                if (!keys.isEmpty() && isConnected()) ask(UNLOCK, keys);
            } catch (SQLException e) {
                // The connection is gone, and the locks that it held with it.
                forget();
            }
        }

        void check() {
            if (holders.isEmpty()) return;
            try {
                ask("select 'there' where ? is not null", List.of("there"));
            } catch (SQLException e) {
                forget();
            }
        }

        private synchronized boolean isConnected() {
            return connection.isPresent();
        }

        private synchronized Set<String> ask(String sql, Collection<String> keys) throws SQLException {
            Set<String> answered = new HashSet<>();
            if (connection.isEmpty()) connection = Optional.of(database.getConnection());
            try (PreparedStatement statement = connection.get().prepareStatement(sql)) {
                statement.setArray(1, connection.get().createArrayOf("text", keys.toArray()));
                try (ResultSet row = statement.executeQuery()) {
                    while (row.next()) answered.add(row.getString(1));
                }
            }
            return answered;
        }

        void forget() {
            synchronized (this) {
                breaks.incrementAndGet();
                try {
                    if (connection.isPresent()) connection.get().close();
                } catch (SQLException e) {
                    // It was broken before.
                }
                connection = Optional.empty();
            }
            holders.forEach(Held::lose);
        }
    }
}
