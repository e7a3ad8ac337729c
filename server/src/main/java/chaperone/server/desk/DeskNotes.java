package chaperone.server.desk;

import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** What people wrote lately, wherever it was; whoever is named by {@code @account} is told. */
@Repository
class DeskNotes {
    private static final int MOST = 30;

    private static final String WRITTEN = """
            select n.kind, n.device, n.number, n.config, n.site, n.text, n.made_by, n.made_at, n.revisions from (
              (select m.kind, d.name as device, r.number, lower(r.kind) as config, '' as site, m.text, m.made_by,
                m.made_at, 1 as revisions
              from revision_mark m join revision r on r.id = m.revision_id join device d on d.id = r.device_id
              where m.made_at > :since)
              union all
              (select 'ACCOUNTED', min(d.name), min(r.number), 'running', '', k.note, k.made_by, k.made_at, count(*)
              from revision_accounted k join revision r on r.id = k.revision_id join device d on d.id = r.device_id
              where k.made_at > :since and k.note <> '' group by k.note, k.made_by, k.made_at)
              union all
              (select 'CASE', '', m.case_id::int, '', c.title, m.text, m.made_by, m.made_at, 1
              from case_message m join work_case c on c.id = m.case_id where m.made_at > :since)
              union all
              (select 'FINDING', d.name, 0, '', n.tag, n.text, n.made_by, n.made_at, 1
              from finding_note n join device d on d.id = n.device_id where n.made_at > :since)
              union all
              (select 'MAP', '', 0, '', n.site, n.text, n.written_by, n.written_at, 1
              from map_note n where n.written_at > :since)) n
            order by lower(n.text) like :mention desc, n.made_at desc limit :most""";

    private final JdbcClient database;

    DeskNotes(JdbcClient database) {
        this.database = database;
    }

    /** Where it was written: on a revision, when somebody accounted for it, in a case, to a finding, or on the map. */
    enum NotePlace {
        LABEL,
        NOTE,
        ACCOUNTED,
        CASE,
        FINDING,
        MAP
    }

    /**
     * @param device empty on the map and in a case
     * @param number of the revision or the case; absent elsewhere
     * @param site on the map; in a case its title, of a finding its clause
     * @param revisions that were accounted for with this note; of others one
     * @param isForMe whether it names whoever reads it
     */
    record DeskNote(
            NotePlace place,
            String device,
            Optional<Integer> number,
            String config,
            String site,
            String text,
            int revisions,
            String by,
            Instant at,
            boolean isForMe) {}

    /** Those that name the account come first, then the newest. */
    @Transactional(readOnly = true)
    public List<DeskNote> since(Instant since, String account) {
        Pattern mention = Pattern.compile(
                "(?<![\\w.@-])@" + Pattern.quote(account) + "(?![\\w-]|\\.\\w)", Pattern.CASE_INSENSITIVE);
        String like = "%@" + account.toLowerCase(Locale.ROOT).replaceAll("([\\\\%_])", "\\\\$1") + "%";
        return database
                .sql(WRITTEN)
                .param("since", Timestamp.from(since))
                .param("mention", like)
                .param("most", MOST)
                .query((row, index) -> {
                    int number = row.getInt("number");
                    String text = row.getString("text");
                    return new DeskNote(
                            NotePlace.valueOf(row.getString("kind")),
                            row.getString("device"),
                            number == 0 ? Optional.empty() : Optional.of(number),
                            row.getString("config"),
                            row.getString("site"),
                            text,
                            row.getInt("revisions"),
                            row.getString("made_by"),
                            row.getTimestamp("made_at").toInstant(),
                            mention.matcher(text).find());
                })
                .list()
                .stream()
                .sorted((one, other) -> Boolean.compare(other.isForMe(), one.isForMe()))
                .toList();
    }
}
