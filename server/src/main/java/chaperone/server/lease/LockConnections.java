package chaperone.server.lease;

import chaperone.server.task.Schedulers;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.postgresql.ds.PGSimpleDataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.jdbc.autoconfigure.JdbcConnectionDetails;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/** The connections on which this process holds its locks, and the watch over them. */
@Component
class LockConnections implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(LockConnections.class);
    private static final Duration WATCH = Duration.ofSeconds(1);
    /** A database that does not answer for so long has given the locks to nobody yet, but may do so soon. */
    private static final int SILENCE_SECONDS = 10;

    private final AdvisoryLocks locks;
    private final List<Runnable> watches = new CopyOnWriteArrayList<>();
    private final ThreadPoolTaskScheduler timer = Schedulers.interruptible("lock-watch", 1);

    LockConnections(JdbcConnectionDetails database) throws SQLException {
        PGSimpleDataSource connections = new PGSimpleDataSource();
        connections.setUrl(database.getJdbcUrl());
        connections.setUser(database.getUsername());
        connections.setPassword(database.getPassword());
        connections.setSocketTimeout(SILENCE_SECONDS);
        connections.setConnectTimeout(SILENCE_SECONDS);
        connections.setApplicationName("chaperone locks");
        locks = new AdvisoryLocks(connections);
        Schedulers.every(timer, WATCH, this::look);
    }

    AdvisoryLocks locks() {
        return locks;
    }

    /** Something to be done about every second. */
    void watch(Runnable watch) {
        watches.add(watch);
    }

    private void look() {
        try {
            locks.check();
            watches.forEach(Runnable::run);
        } catch (RuntimeException e) {
            LOG.warn("The locks were not looked at: {}", e.getMessage());
        }
    }

    @Override
    public void destroy() {
        timer.shutdown();
        locks.end();
    }
}
