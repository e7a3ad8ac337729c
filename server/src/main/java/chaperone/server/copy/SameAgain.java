package chaperone.server.copy;

import chaperone.connect.RetrievedCopy;
import chaperone.core.platform.Facts;
import chaperone.server.event.EventPulse;
import chaperone.server.history.LatestRevisions.Latest;
import chaperone.server.history.LatestRevisions.Pair;
import java.time.Clock;
import java.util.Arrays;
import java.util.Optional;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.hibernate.query.NativeQuery;
import org.hibernate.type.StandardBasicTypes;
import org.springframework.stereotype.Component;

/**
 * Notes a copy that is the same as the one before, to the byte: what nearly every copy of a fleet is. One statement,
 * which is a transaction of its own; the device's lease keeps others from copying it meanwhile.
 */
@Component
class SameAgain {
    private static final String NOTE = """
            with seen as (update revision set last_copy_at = :at where id in (:running, :saved)),
            taken as (
              insert into copy (device_id, taken_at, running_id, saved_id)
              select :device, :at, :running, nullif(:saved, 0) where exists (select 1 from device where id = :device)),
            known as (
              update device set last_tried_at = :at, last_copy_at = :at, last_failure = null,
                model = coalesce(:model, model), serial = coalesce(:serial, serial),
                release = coalesce(:release, release), saved_equals_running = :same, version = version + 1
              where id = :device returning id)
            select id from known""";

    private final SessionFactory sessions;
    private final EventPulse pulse;
    private final Clock clock;

    SameAgain(SessionFactory sessions, EventPulse pulse, Clock clock) {
        this.sessions = sessions;
        this.pulse = pulse;
        this.clock = clock;
    }

    /** False, with nothing noted, if anything is new: the name, a configuration, or whether there is a saved one. */
    boolean note(long device, String name, RetrievedCopy copy, Pair latest) {
        boolean isSame = copy.facts().name().orElse(name).equals(name)
                && latest.running().filter(known -> known.isOf(copy.running())).isPresent()
                && copy.saved().isPresent() == latest.saved().isPresent()
                && copy.saved()
                        .map(text -> latest.saved().orElseThrow().isOf(text))
                        .orElse(true);
        return isSame && noted(device, copy.facts(), latest.running().orElseThrow(), latest.saved());
    }

    private boolean noted(long device, Facts facts, Latest running, Optional<Latest> saved) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            NativeQuery<Long> query = session.createNativeQuery(NOTE, Long.class);
            query.setParameter("device", device);
            query.setParameter("at", clock.instant());
            query.setParameter("running", running.id());
            query.setParameter("saved", saved.map(Latest::id).orElse(0L));
            query.setParameter("model", facts.model().orElse(null), StandardBasicTypes.STRING);
            query.setParameter("serial", facts.serial().orElse(null), StandardBasicTypes.STRING);
            query.setParameter("release", facts.release().orElse(null), StandardBasicTypes.STRING);
            query.setParameter(
                    "same",
                    saved.map(s -> Arrays.equals(s.settled(), running.settled()))
                            .orElse(null),
                    StandardBasicTypes.BOOLEAN);
            boolean noted = !query.getResultList().isEmpty();
            if (noted) pulse.fleetMoved();
            return noted;
        }
    }
}
