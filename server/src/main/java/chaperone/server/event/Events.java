package chaperone.server.event;

import jakarta.persistence.EntityManager;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Tells every server process, and through it every open page, that something has changed. The message leaves with the
 * transaction that made the change (PostgreSQL NOTIFY), never before it and never without it.
 */
@Component
public class Events {
    public static final String CHANNEL = "chaperone_events";

    private final EntityManager entities;
    private final ApplicationEventPublisher publisher;

    Events(EntityManager entities, ApplicationEventPublisher publisher) {
        this.entities = entities;
        this.publisher = publisher;
    }

    /** A job's counts or state moved. */
    public void jobMoved(long job) {
        tell("job " + job);
    }

    /** Somebody asked for the job to stop: processes end the conversations that they hold for it. */
    public void stopAsked(long job) {
        tell("stop " + job);
    }

    /** A device was added, copied, or removed. */
    public void fleetMoved() {
        tell("fleet 0");
        if (!TransactionSynchronizationManager.isSynchronizationActive()) return;
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                publisher.publishEvent(new FleetChangedEvent());
            }
        });
    }

    /** A change was written, approved, or came a step further. */
    public void changeMoved(long change) {
        tell("change " + change);
    }

    /** A rollout was planned, approved, or came a step further. */
    public void rolloutMoved(long rollout) {
        tell("rollout " + rollout);
    }

    /** A freeze was declared or lifted. */
    public void freezeMoved() {
        tell("freeze 0");
    }

    /** A platform was added, altered or removed. */
    public void platformMoved() {
        tell("platform 0");
    }

    private void tell(String message) {
        entities.createNativeQuery("select pg_notify(?1, ?2)", Object.class)
                .setParameter(1, CHANNEL)
                .setParameter(2, message)
                .getSingleResult();
    }
}
