package chaperone.server.housekeeping;

/** What grows by itself, and how a portion of it is taken away that is older than a moment. */
public enum HousekeepingKind {
    /** With their lines; a job that is not over stays. */
    JOBS("delete from job where id in (select id from job where ended_at < :limit order by id limit :portion)"),
    DEVICE_EVENTS(
            "delete from device_event where id in (select id from device_event where at < :limit order by at limit :portion)"),
    CREDENTIAL_USES("""
            delete from credential_use where ctid in (
              select ctid from credential_use where day < cast(:limit as date) limit :portion)"""),
    /** What devices said of people who logged in and edited. */
    TRACES("delete from device_trace where id in (select id from device_trace where at < :limit limit :portion)"),
    CLOSED_FINDINGS("""
            delete from closed_finding where id in (
              select id from closed_finding where ended_at < :limit order by ended_at limit :portion)"""),
    REMOVALS(
            "delete from removal where id in (select id from removal where removed_at < :limit order by id limit :portion)"),
    /** With their pieces; one that goes on stays. */
    RECORDINGS("""
            delete from console_recording where id in (
              select id from console_recording where began_at < :limit and ended_at is not null limit :portion)"""),
    /** The newest run of a routine stays: it tells what came of it last. */
    ROUTINE_RUNS("""
            delete from routine_run where id in (
              select r.id from routine_run r
              where r.due_at < :limit
                and r.id < (select max(n.id) from routine_run n where n.routine_id = r.routine_id)
              limit :portion)""");

    private final String statement;

    HousekeepingKind(String statement) {
        this.statement = statement;
    }

    String statement() {
        return statement;
    }
}
