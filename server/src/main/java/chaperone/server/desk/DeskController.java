package chaperone.server.desk;

import chaperone.server.desk.DeskAnswers.SiteAnswers;
import chaperone.server.desk.DeskNotes.DeskNote;
import jakarta.validation.Valid;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What somebody sees first. */
@RestController
@RequestMapping("/api/desk")
class DeskController {
    private static final String WAITING = """
            select (select count(*) from drift) as drifting,
              (select count(distinct device_id) from finding where kind = 'FAIL' and not excepted) as failing,
              (select count(*) from change where state in ('PROPOSED', 'STUCK')) as changes,
              (select count(*) from rollout where state in ('PLANNED', 'STOPPED')) as rollouts,
              (select count(*) from work_case c join case_person p on p.case_id = c.id
                where c.state = 'OPEN' and lower(p.account) = :me) as cases,
              (select count(*) from review r join review_signature g on g.review_id = r.id
                where r.withdrawn_by is null and g.signed_at is null and lower(g.account) = :me) as reviews""";

    private final JdbcClient database;
    private final DeskVisits visits;
    private final DeskAnswers answers;
    private final DeskLayouts layouts;
    private final DeskNotes notes;
    private final Clock clock;

    DeskController(
            JdbcClient database,
            DeskVisits visits,
            DeskAnswers answers,
            DeskLayouts layouts,
            DeskNotes notes,
            Clock clock) {
        this.layouts = layouts;
        this.notes = notes;
        this.clock = clock;
        this.database = database;
        this.visits = visits;
        this.answers = answers;
    }

    /** @param lastLooked when this account looked before this sitting; absent at the first */
    record Visit(Optional<Instant> lastLooked) {}

    /** Somebody looks at the desk. */
    @PostMapping("/visits")
    Visit visit(Principal principal) {
        return new Visit(visits.visit(principal.getName()));
    }

    @GetMapping("/answers")
    List<SiteAnswers> answers() {
        return answers.bySite();
    }

    /** How whoever asks likes the desk. */
    @GetMapping("/layout")
    DeskLayout layout(Principal principal) {
        return layouts.of(principal.getName());
    }

    @PutMapping("/layout")
    DeskLayout arrange(@Valid @RequestBody DeskLayout layout, Principal principal) {
        layouts.keep(principal.getName(), layout);
        return layouts.of(principal.getName());
    }

    /** @param since exclusive; what was written later */
    @GetMapping("/notes")
    List<DeskNote> notes(@RequestParam Instant since, Principal principal) {
        Instant now = clock.instant();
        Instant from = since.isBefore(Instant.EPOCH) ? Instant.EPOCH : since.isAfter(now) ? now : since;
        return notes.since(from, principal.getName());
    }

    /**
     * @param drifting devices that run something else than what was agreed
     * @param failing devices that fail a clause
     * @param changes that wait for approval, or for a person; {@code rollouts} likewise
     * @param cases that are open and for whoever asks; {@code reviews} that wait for a signature of theirs
     */
    record Waiting(long drifting, long failing, long changes, long rollouts, long cases, long reviews) {}

    /** Every open page asks this whenever anything moves, so it only counts. */
    @GetMapping("/waiting")
    @Transactional(readOnly = true)
    public Waiting waiting(Principal principal) {
        return database.sql(WAITING)
                .param("me", principal.getName().toLowerCase(Locale.ROOT))
                .query((row, number) -> new Waiting(
                        row.getLong("drifting"),
                        row.getLong("failing"),
                        row.getLong("changes"),
                        row.getLong("rollouts"),
                        row.getLong("cases"),
                        row.getLong("reviews")))
                .single();
    }
}
