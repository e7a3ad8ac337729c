package chaperone.server.event;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import javax.sql.DataSource;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Listens on the database for events and passes them on inside this process; comes back after a lost connection. */
@Component
class DatabaseEventListener implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseEventListener.class);
    private static final int WAIT_MILLIS = 1000;

    private final DataSource database;
    private final ObjectProvider<ServerEventListener> listeners;
    private volatile boolean running;

    DatabaseEventListener(DataSource database, ObjectProvider<ServerEventListener> listeners) {
        this.database = database;
        this.listeners = listeners;
    }

    @Override
    public void start() {
        running = true;
        Thread thread = new Thread(this::listen, "event-line");
        thread.setDaemon(true);
        thread.start();
    }

    private void listen() {
        while (running) {
            try (Connection connection = database.getConnection();
                    Statement statement = connection.createStatement()) {
                statement.execute("listen " + Events.CHANNEL);
                // What was said while nobody listened is lost: pages load again.
                tell(new ServerEvent("again", 0));
                PGConnection line = connection.unwrap(PGConnection.class);
                while (running) passOn(line.getNotifications(WAIT_MILLIS));
            } catch (SQLException | RuntimeException e) {
                if (running) LOG.warn("The event line is broken and will be opened again: {}", e.getMessage());
                pause();
            }
        }
    }

    private void passOn(PGNotification[] notifications) {
        if (notifications == null) return;
        for (PGNotification notification : notifications) {
            ServerEvent.read(notification.getParameter())
                    .ifPresentOrElse(this::tell, () -> LOG.warn("The database passed on what is no event of ours"));
        }
    }

    private void tell(ServerEvent heard) {
        listeners.orderedStream().forEach(listener -> {
            try {
                listener.heard(heard);
            } catch (RuntimeException e) {
                LOG.error("{} could not deal with {}", listener.getClass().getSimpleName(), heard, e);
            }
        });
    }

    private void pause() {
        try {
            Thread.sleep(WAIT_MILLIS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            running = false;
        }
    }

    @Override
    public void stop() {
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
