package chaperone.server.copy;

import chaperone.connect.RetrievedCopy;
import chaperone.core.answer.KnownCopy;
import chaperone.server.copy.CopyContext.Sheet;
import chaperone.server.copy.DeviceCopy.Read;
import chaperone.server.event.FleetEventThrottle;
import chaperone.server.job.JobLineAddition;
import chaperone.server.revision.LatestRevision;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.SqlParameterValue;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Notes a copy that is the same as the one before, to the byte: what nearly every copy of a fleet is. One statement, or a
 * part of the one that ends the line of a job; the device's lease keeps others from copying it meanwhile. The texts are on
 * the disk already; that they were the same once more gets there a moment later.
 */
@Component
class UnchangedCopyWriter {
    private static final String NOTED = """
            seen as (update revision set last_copy_at = :at where id in (:running, :saved)),
            taken as (
              insert into copy (device_id, taken_at, running_id, saved_id)
              select :device, :at, :running, nullif(:saved, 0) where exists (select 1 from device where id = :device)),
            known as (
              update device set last_tried_at = :at, last_copy_at = :at, checked_at = :at, change_mark = :mark,
                saved_equals_running = :same, version = version + 1
              where id = :device returning id),
            kept as (
              update device_answer set kind = 'YES', reason = :reason, since = :at
              where device_id = :device and question = 'KEPT' and kind <> 'YES')""";
    private static final String LATE = " select set_config('synchronous_commit', 'off', true) from known";

    private final JdbcClient database;
    private final FleetEventThrottle throttle;
    private final Clock clock;

    UnchangedCopyWriter(JdbcClient database, FleetEventThrottle throttle, Clock clock) {
        this.database = database;
        this.throttle = throttle;
        this.clock = clock;
    }

    /** Nothing if anything is new: a fact, a configuration, or whether there is a saved one. */
    Optional<JobLineAddition> note(long device, Sheet sheet, Read read) {
        RetrievedCopy copy = read.copy();
        boolean isSame = sheet.facts().cover(copy.facts(), clock.instant())
                && read.digests().isOf(sheet.running(), copy.running())
                && copy.saved().isPresent() == sheet.saved().isPresent()
                && copy.saved()
                        .map(text -> read.digests().isOf(sheet.saved(), text))
                        .orElse(true);
        if (!isSame) return Optional.empty();
        return Optional.of(noted(device, copy.mark(), sheet.running().orElseThrow(), sheet.saved()));
    }

    private JobLineAddition noted(long device, String mark, LatestRevision running, Optional<LatestRevision> saved) {
        Optional<Boolean> areSame = saved.map(revision -> Arrays.equals(revision.settled(), running.settled()));
        Instant now = clock.instant();
        KnownCopy known = new KnownCopy(Optional.of(now), false, areSame, Optional.empty(), "");
        Map<String, Object> params = Map.of(
                "device",
                device,
                "at",
                Timestamp.from(now),
                "reason",
                known.kept(now).reason(),
                "running",
                running.id(),
                "saved",
                saved.map(LatestRevision::id).orElse(0L),
                "mark",
                mark,
                "same",
                new SqlParameterValue(Types.BOOLEAN, areSame.orElse(null)));
        return new JobLineAddition(NOTED, params, throttle::fleetMoved);
    }

    /** Writes it at once; false if the device was removed meanwhile. */
    boolean write(JobLineAddition note) {
        boolean isWritten = database.sql("with " + NOTED + LATE)
                .params(note.params())
                .query(String.class)
                .optional()
                .isPresent();
        if (isWritten) note.written().run();
        return isWritten;
    }
}
