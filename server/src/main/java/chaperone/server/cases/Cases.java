package chaperone.server.cases;

import chaperone.server.account.People;
import chaperone.server.cases.CaseInput.CaseItemInput;
import chaperone.server.cases.CaseInput.NewCaseInput;
import chaperone.server.cases.CaseItems.CaseItemView;
import chaperone.server.event.Events;
import chaperone.server.problem.ProblemException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Opens cases, keeps what people say, and settles them. */
@Service
public class Cases {
    private static final String LIST = """
            select c.id, c.title, c.state, c.due_on, c.made_by, c.made_at,
              array(select account from case_person p where p.case_id = c.id order by account) as people,
              (select count(*) from case_item i where i.case_id = c.id) as items,
              (select count(*) from case_message m where m.case_id = c.id) as messages,
              greatest(c.made_at, c.ended_at,
                (select max(m.made_at) from case_message m where m.case_id = c.id)) as moved_at
            from work_case c
            where c.state = :state
              and (not :mine or exists (select 1 from case_person p where p.case_id = c.id and lower(p.account) = :me))
            order by c.due_on nulls last, c.id desc limit 1000""";

    private final CaseRepository cases;
    private final CaseItems items;
    private final People people;
    private final JdbcClient database;
    private final Events events;
    private final Clock clock;

    /** A case in a list. */
    record CaseRow(
            long number,
            String title,
            CaseState state,
            Optional<LocalDate> dueOn,
            Set<String> people,
            long items,
            long messages,
            String madeBy,
            Instant madeAt,
            Instant movedAt) {}

    public record CaseMessageView(String text, String madeBy, Instant madeAt) {}

    public record CaseView(
            long number,
            String title,
            CaseState state,
            Optional<LocalDate> dueOn,
            Set<String> people,
            String madeBy,
            Instant madeAt,
            Optional<String> endedBy,
            Optional<Instant> endedAt,
            List<CaseItemView> items,
            List<CaseMessageView> messages) {}

    Cases(CaseRepository cases, CaseItems items, People people, JdbcClient database, Events events, Clock clock) {
        this.cases = cases;
        this.items = items;
        this.people = people;
        this.database = database;
        this.events = events;
        this.clock = clock;
    }

    /** Those that are due first, first. */
    @Transactional(readOnly = true)
    public List<CaseRow> list(CaseState state, boolean mine, String account) {
        return database.sql(LIST)
                .param("state", state.name())
                .param("mine", mine)
                .param("me", account.toLowerCase(Locale.ROOT))
                .query((row, i) -> new CaseRow(
                        row.getLong("id"),
                        row.getString("title"),
                        CaseState.valueOf(row.getString("state")),
                        Optional.ofNullable(row.getObject("due_on", LocalDate.class)),
                        new TreeSet<>(List.of((String[]) row.getArray("people").getArray())),
                        row.getLong("items"),
                        row.getLong("messages"),
                        row.getString("made_by"),
                        row.getTimestamp("made_at").toInstant(),
                        row.getTimestamp("moved_at").toInstant()))
                .list();
    }

    @Transactional(readOnly = true)
    public CaseView view(long number) {
        Case found = get(number);
        List<CaseMessageView> messages = database.sql(
                        "select text, made_by, made_at from case_message where case_id = :case order by id")
                .param("case", number)
                .query((row, i) -> new CaseMessageView(
                        row.getString("text"),
                        row.getString("made_by"),
                        row.getTimestamp("made_at").toInstant()))
                .list();
        return new CaseView(
                number,
                found.title(),
                found.state(),
                found.dueOn(),
                found.people(),
                found.madeBy(),
                found.madeAt(),
                found.endedBy(),
                found.endedAt(),
                items.of(number),
                messages);
    }

    private Case get(long number) {
        return cases.findById(number).orElseThrow(() -> ProblemException.notFound("case", number));
    }

    @Transactional
    public CaseView open(NewCaseInput input, String by) {
        Case opened = new Case(by, clock.instant());
        write(opened, input.about());
        long number = cases.saveAndFlush(opened).number();
        items.add(number, input.items(), by, clock.instant());
        input.text().map(String::strip).filter(text -> !text.isEmpty()).ifPresent(text -> keep(number, text, by));
        events.fleetMoved();
        return view(number);
    }

    private void write(Case to, CaseInput input) {
        people.check("people", input.people());
        to.is(input.title().strip(), input.dueOn(), input.people());
    }

    @Transactional
    public CaseView write(long number, CaseInput input) {
        write(get(number), input);
        cases.flush();
        events.fleetMoved();
        return view(number);
    }

    @Transactional
    public CaseView settle(long number, boolean isOver, String by) {
        Case found = get(number);
        if (isOver) found.settle(by, clock.instant());
        else found.reopen();
        cases.flush();
        events.fleetMoved();
        return view(number);
    }

    @Transactional
    public CaseView add(long number, List<CaseItemInput> more, String by) {
        get(number);
        items.add(number, more, by, clock.instant());
        events.fleetMoved();
        return view(number);
    }

    @Transactional
    public CaseView remove(long number, long item) {
        items.remove(number, item);
        return view(number);
    }

    @Transactional
    public CaseView say(long number, String text, String by) {
        get(number);
        keep(number, text.strip(), by);
        events.fleetMoved();
        return view(number);
    }

    private void keep(long number, String text, String by) {
        database.sql("insert into case_message (case_id, text, made_by, made_at) values (:case, :text, :by, :at)")
                .param("case", number)
                .param("text", text)
                .param("by", by)
                .param("at", Timestamp.from(clock.instant()))
                .update();
    }
}
