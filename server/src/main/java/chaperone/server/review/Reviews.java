package chaperone.server.review;

import chaperone.server.account.People;
import chaperone.server.event.Events;
import chaperone.server.finding.OutcomeCounts;
import chaperone.server.finding.ReviewedResults;
import chaperone.server.problem.ProblemException;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Opens reviews and takes signatures; the database refuses to alter what was opened, and what was signed. */
@Service
public class Reviews {
    private static final String COLUMNS =
            "r.id, r.standard, r.title, r.since, r.made_by, r.made_at, r.withdrawn_by, r.withdrawn_at";
    private static final String LIST = """
            select %s, count(s.*) as reviewers, count(s.signed_at) as signed, count(*) filter (where not s.accepts) as objected,
              count(*) filter (where s.signed_at is null and lower(s.account) = :me) > 0 as mine
            from review r left join review_signature s on s.review_id = r.id
            group by r.id order by r.id desc limit 500""".formatted(COLUMNS);
    private static final String SIGNATURES =
            "select account, accepts, remark, signed_at from review_signature where review_id = :review order by account";

    private final JdbcClient database;
    private final ReviewedResults results;
    private final People people;
    private final Events events;
    private final Clock clock;

    /**
     * A review as people open it.
     *
     * @param query the words by which devices are chosen; all of them if it is left out
     * @param since from when on findings that have ended are in it
     */
    public record ReviewInput(
            @NotBlank @Size(max = 60) String standard,
            @NotBlank @Size(max = 120) String title,
            Optional<@Size(max = 2000) String> query,
            @NotNull Instant since,
            @NotEmpty @Size(max = 20) Set<@NotBlank @Size(max = 40) String> reviewers) {}

    /** @param accepts whether the reviewer has no objection */
    public record SignatureInput(
            boolean accepts, @NotNull @Size(max = 2000) String remark) {}

    /** @param mine whether it waits for whoever asks */
    public record ReviewRow(
            long number,
            String standard,
            String title,
            Instant since,
            String madeBy,
            Instant madeAt,
            boolean isWithdrawn,
            long reviewers,
            long signed,
            long objected,
            boolean mine) {}

    /** @param signedAt absent as long as it waits; so is {@code accepts} */
    public record SignatureView(
            String reviewer, Optional<Boolean> accepts, String remark, Optional<Instant> signedAt) {}

    /**
     * A review.
     *
     * @param digest SHA-256 of its results as JSON, in hexadecimal digits
     */
    public record ReviewView(
            long number,
            String standard,
            String title,
            Instant since,
            String madeBy,
            Instant madeAt,
            Optional<String> withdrawnBy,
            String digest,
            int text,
            long devices,
            OutcomeCounts all,
            List<SignatureView> signatures) {}

    Reviews(JdbcClient database, ReviewedResults results, People people, Events events, Clock clock) {
        this.database = database;
        this.results = results;
        this.people = people;
        this.events = events;
        this.clock = clock;
    }

    /** The newest first. */
    @Transactional(readOnly = true)
    public List<ReviewRow> list(String account) {
        return database.sql(LIST)
                .param("me", account.toLowerCase(Locale.ROOT))
                .query((row, i) -> new ReviewRow(
                        row.getLong("id"),
                        row.getString("standard"),
                        row.getString("title"),
                        row.getTimestamp("since").toInstant(),
                        row.getString("made_by"),
                        row.getTimestamp("made_at").toInstant(),
                        row.getString("withdrawn_by") != null,
                        row.getLong("reviewers"),
                        row.getLong("signed"),
                        row.getLong("objected"),
                        row.getBoolean("mine") && row.getString("withdrawn_by") == null))
                .list();
    }

    @Transactional
    public ReviewView open(ReviewInput input, String by) {
        people.check("reviewers", input.reviewers());
        String json = results.taken(input.standard(), input.query(), input.since(), by);
        long number = database.sql("""
                        insert into review (standard, title, since, results, digest, made_by, made_at)
                        values (:standard, :title, :since, :results, sha256(convert_to(:results, 'UTF8')), :by, :at)
                        returning id""")
                .param("standard", input.standard())
                .param("title", input.title().strip())
                .param("since", Timestamp.from(input.since()))
                .param("results", json)
                .param("by", by)
                .param("at", Timestamp.from(clock.instant()))
                .query(Long.class)
                .single();
        for (String reviewer : input.reviewers()) {
            database.sql("insert into review_signature (review_id, account) values (:review, :account)")
                    .param("review", number)
                    .param("account", reviewer)
                    .update();
        }
        events.fleetMoved();
        return view(number);
    }

    @Transactional(readOnly = true)
    public ReviewView view(long number) {
        return database.sql("select " + COLUMNS + ", r.results, encode(r.digest, 'hex') as digest from review r"
                        + " where r.id = :review")
                .param("review", number)
                .query((row, i) -> view(row))
                .optional()
                .orElseThrow(() -> ProblemException.notFound("review", number));
    }

    private ReviewView view(ResultSet row) throws SQLException {
        ReviewedResults.Summary summary = results.summary(row.getString("results"));
        return new ReviewView(
                row.getLong("id"),
                row.getString("standard"),
                row.getString("title"),
                row.getTimestamp("since").toInstant(),
                row.getString("made_by"),
                row.getTimestamp("made_at").toInstant(),
                Optional.ofNullable(row.getString("withdrawn_by")),
                row.getString("digest"),
                summary.text(),
                summary.devices(),
                summary.all(),
                signatures(row.getLong("id")));
    }

    private List<SignatureView> signatures(long number) {
        return database.sql(SIGNATURES)
                .param("review", number)
                .query((row, i) -> new SignatureView(
                        row.getString("account"),
                        Optional.ofNullable((Boolean) row.getObject("accepts")),
                        row.getString("remark"),
                        moment(row.getTimestamp("signed_at"))))
                .list();
    }

    private static Optional<Instant> moment(@Nullable Timestamp at) {
        return Optional.ofNullable(at).map(Timestamp::toInstant);
    }

    /** @throws ProblemException if whoever signs was not asked, or has signed, or it was withdrawn */
    @Transactional
    public ReviewView sign(long number, SignatureInput input, String by) {
        ReviewView review = view(number);
        if (review.withdrawnBy().isPresent()) throw conflict("This review was withdrawn.");
        if (!input.accepts() && input.remark().isBlank())
            throw ProblemException.ofField("remark", "Say what you object to.");
        int signed = database.sql("""
                        update review_signature set accepts = :accepts, remark = :remark, signed_at = :at
                        where review_id = :review and lower(account) = lower(:by) and signed_at is null""")
                .param("accepts", input.accepts())
                .param("remark", input.remark().strip())
                .param("at", Timestamp.from(clock.instant()))
                .param("review", number)
                .param("by", by)
                .update();
        if (signed == 0) throw conflict("You were not asked to sign it, or have signed it.");
        events.fleetMoved();
        return view(number);
    }

    /** As long as nobody has signed it. */
    @Transactional
    public ReviewView withdraw(long number, String by) {
        view(number);
        int withdrawn = database.sql("""
                        update review set withdrawn_by = :by, withdrawn_at = :at
                        where id = :review and withdrawn_by is null
                          and not exists (select 1 from review_signature s
                            where s.review_id = review.id and s.signed_at is not null)""")
                .param("by", by)
                .param("at", Timestamp.from(clock.instant()))
                .param("review", number)
                .update();
        if (withdrawn == 0) throw conflict("Somebody has signed it, or it was withdrawn before.");
        events.fleetMoved();
        return view(number);
    }

    private static ProblemException conflict(String meaning) {
        return new ProblemException(
                HttpStatus.CONFLICT, "review-stands", meaning, "Open another review if there is more to be said.");
    }

    /** The results as they were taken, as JSON. */
    @Transactional(readOnly = true)
    public String results(long number) {
        return database.sql("select results from review where id = :review")
                .param("review", number)
                .query(String.class)
                .optional()
                .orElseThrow(() -> ProblemException.notFound("review", number));
    }
}
