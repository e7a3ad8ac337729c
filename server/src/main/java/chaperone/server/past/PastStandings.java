package chaperone.server.past;

import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.revision.EarlierRevisions;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What jobs brought in that is still there, and the way out again. */
@Service
class PastStandings {
    private final JdbcClient database;
    private final EarlierRevisions revisions;
    private final Fleet fleet;
    private final Events events;

    record PastStanding(long devices, long revisions) {}

    PastStandings(JdbcClient database, EarlierRevisions revisions, Fleet fleet, Events events) {
        this.database = database;
        this.revisions = revisions;
        this.fleet = fleet;
        this.events = events;
    }

    @Transactional(readOnly = true)
    public PastStanding of(long job) {
        return database.sql("""
                        select count(distinct r.device_id) as devices, count(*) as revisions
                        from past_upload u join revision_source s on s.upload_id = u.id
                        join revision r on r.id = s.revision_id
                        where u.job_id = ?""")
                .param(job)
                .query((row, number) -> new PastStanding(row.getLong("devices"), row.getLong("revisions")))
                .single();
    }

    /**
     * All of a job's revisions, with what was written to them, and what it had not brought in yet.
     *
     * @return what stood there before
     * @throws ProblemException if the job is not over, or brought nothing of the kind
     */
    @Transactional
    public PastStanding takeBack(long job) {
        Long upload = database.sql("""
                        select u.id from past_upload u join job j on j.id = u.job_id
                        where u.job_id = ? and j.ended_at is not null""")
                .param(job)
                .query(Long.class)
                .optional()
                .orElseThrow(() -> ProblemException.notFound("ended job that brought a past in", job));
        PastStanding standing = of(job);
        database.sql("delete from past_file where upload_id = ?").param(upload).update();
        List<Long> devices = database.sql("""
                        select distinct r.device_id from revision r join revision_source s on s.revision_id = r.id
                        where s.upload_id = ?""").param(upload).query(Long.class).list();
        for (Device device : fleet.with(devices)) revisions.takeBack(device, upload);
        events.fleetMoved();
        return standing;
    }
}
