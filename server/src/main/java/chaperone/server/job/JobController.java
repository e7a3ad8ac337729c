package chaperone.server.job;

import chaperone.server.audit.Audited;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import chaperone.server.job.JobLineRepository.EndedCount;
import chaperone.server.job.JobLineRepository.StateCount;
import chaperone.server.job.JobLineTries.Try;
import chaperone.server.outcome.Outcome;
import chaperone.server.problem.ProblemException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Pageable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is running and what ran: counts, lines with their outcomes, stopping, trying again. */
@RestController
@RequestMapping("/api/jobs")
class JobController {
    private static final int SHOWN_IN_HAND = 8;
    private static final List<String> COLUMNS =
            List.of("target", "device", "state", "outcome", "meaning", "seen", "advice", "attempts", "ended at");
    private static final List<String> PRINTED =
            List.of("target", "device", "state", "meaning", "seen", "advice", "ended at");

    private final JobService service;
    private final JobRepository jobs;
    private final JobLineRepository lines;
    private final JobLineTries tries;
    private final OutcomeRegistry outcomes;
    private final Clock clock;

    JobController(
            JobService service,
            JobRepository jobs,
            JobLineRepository lines,
            JobLineTries tries,
            OutcomeRegistry outcomes,
            Clock clock) {
        this.outcomes = outcomes;
        this.service = service;
        this.jobs = jobs;
        this.lines = lines;
        this.tries = tries;
        this.clock = clock;
    }

    /**
     * @param outcomes how many lines ended in which way
     * @param inHand the first few that are being worked on
     * @param perMinute lines that ended in a minute, on average since it was started
     */
    record JobView(
            long id,
            JobKind kind,
            String title,
            String askedBy,
            Instant askedAt,
            Optional<Instant> endedAt,
            boolean stopAsked,
            Map<JobLineState, Long> states,
            List<OutcomeCount> outcomes,
            List<String> inHand,
            double perMinute) {}

    /** @param outcome its code */
    record OutcomeCount(String outcome, String meaning, long lines) {}

    record LineView(
            int number,
            String target,
            String host,
            int port,
            JobLineState state,
            String outcome,
            String meaning,
            String advice,
            String seen,
            int attempts,
            String found,
            Optional<Instant> endedAt,
            List<TryView> earlier) {
        static LineView of(JobLine line, Outcome outcome, List<TryView> earlier) {
            return new LineView(
                    line.number(),
                    line.target(),
                    line.host(),
                    line.port(),
                    line.state(),
                    outcome.name(),
                    outcome.meaning(),
                    outcome.advice(),
                    line.seen(),
                    line.attempts(),
                    line.found(),
                    line.endedAt(),
                    earlier);
        }
    }

    /**
     * What came of a line before its last try.
     *
     * @param credentialSet its name; empty if it was removed, or there was none
     */
    record TryView(Instant at, String credentialSet, String meaning, String seen) {}

    record LinePage(List<LineView> lines, long total) {}

    /**
     * @param matching how many fit, on all pages
     * @param running how many go on, whether or not they fit
     * @param askers all who ever asked for one that is still listed
     */
    record JobList(List<JobView> jobs, long matching, long running, List<String> askers) {}

    /** Which jobs are listed by how they stand. */
    enum ListedState {
        ANY(null, null),
        RUNNING(true, null),
        /** Over, and a line failed or was stopped. */
        FAILED(false, true),
        /** Over, and all that was asked for was done. */
        DONE(false, false);

        private final @Nullable Boolean running;
        private final @Nullable Boolean failed;

        ListedState(@Nullable Boolean running, @Nullable Boolean failed) {
            this.running = running;
            this.failed = failed;
        }
    }

    /** @param allowTelnet whether these lines may log in by Telnet from now on; absent means no */
    record Retry(
            @NotNull @Size(max = 10_000) List<@NotNull Integer> lines,
            Optional<Long> credentialSet,
            Optional<Boolean> allowTelnet) {}

    record Retried(int lines) {}

    @GetMapping
    JobList list(
            @RequestParam(defaultValue = "30") @Min(1) @Max(200) int size,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page,
            @RequestParam(defaultValue = "") @Size(max = 5) List<JobKind> kinds,
            @RequestParam(defaultValue = "") @Size(max = 60) String who,
            @RequestParam(defaultValue = "ANY") ListedState state,
            @RequestParam(defaultValue = "") @Size(max = 253) String device) {
        List<JobKind> wanted = kinds.isEmpty() ? List.of(JobKind.values()) : kinds;
        Page<Job> found = jobs.latest(
                wanted,
                who.strip(),
                state.running,
                state.failed,
                device.strip().toLowerCase(Locale.ROOT),
                PageRequest.of(page, size));
        return new JobList(views(found.getContent()), found.getTotalElements(), jobs.running(), jobs.askers());
    }

    @GetMapping("/{id}")
    JobView get(@PathVariable long id) {
        return views(List.of(find(id))).get(0);
    }

    @GetMapping("/{id}/lines")
    LinePage lines(
            @PathVariable long id,
            @RequestParam(defaultValue = "") @Size(max = 5) List<JobLineState> states,
            @RequestParam(defaultValue = "") @Size(max = 60) String outcome,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int size) {
        find(id);
        Page<JobLine> found = lines.page(id, wanted(states), outcome, PageRequest.of(page, size));
        return new LinePage(lineViews(found.getContent()), found.getTotalElements());
    }

    /** The lines that fit, with how each ended. */
    @GetMapping("/{id}/lines.{format}")
    ResponseEntity<byte[]> linesAsFile(
            @PathVariable long id,
            @RequestParam(defaultValue = "") @Size(max = 5) List<JobLineState> states,
            @RequestParam(defaultValue = "") @Size(max = 60) String outcome,
            @PathVariable String format,
            Principal who) {
        Job job = find(id);
        List<JobLine> found =
                lines.page(id, wanted(states), outcome, Pageable.unpaged()).getContent();
        return new ListFile("job-" + id, job.title(), COLUMNS, PRINTED)
                .in(
                        FileFormat.of(format),
                        Rows.all(
                                "Job " + id + ".", found.stream().map(this::row).toList()),
                        new Maker(who.getName(), clock.instant()));
    }

    private Object[] row(JobLine line) {
        Outcome outcome = outcomes.of(line.outcome());
        return new Object[] {
            line.target(),
            line.found(),
            line.state(),
            outcome.name(),
            outcome.meaning(),
            line.seen(),
            outcome.advice(),
            line.attempts(),
            line.endedAt().<Object>map(at -> at).orElse("")
        };
    }

    private static List<JobLineState> wanted(List<JobLineState> states) {
        return states.isEmpty() ? List.of(JobLineState.values()) : states;
    }

    private List<LineView> lineViews(List<JobLine> found) {
        Map<Integer, List<Try>> earlier = tries.of(found.stream()
                .filter(line -> line.attempts() > 0)
                .map(JobLine::id)
                .toList());
        return found.stream()
                .map(line -> LineView.of(
                        line,
                        outcomes.of(line.outcome()),
                        earlier.getOrDefault(line.number(), List.of()).stream()
                                .map(each -> new TryView(
                                        each.at(),
                                        each.credentialSet(),
                                        outcomes.of(each.outcome()).meaning(),
                                        each.seen()))
                                .toList()))
                .toList();
    }

    @Audited("stopped a job")
    @PostMapping("/{id}/stop")
    JobView stop(@PathVariable long id) {
        service.stop(id);
        return get(id);
    }

    @Audited("tried a job's lines again")
    @PostMapping("/{id}/retry")
    Retried retry(@PathVariable long id, @Valid @RequestBody Retry retry) {
        return new Retried(service.retry(
                id,
                retry.lines(),
                new RetryChoice(retry.credentialSet(), retry.allowTelnet().orElse(false))));
    }

    private Job find(long id) {
        return jobs.findById(id).orElseThrow(() -> ProblemException.notFound("job", id));
    }

    private List<JobView> views(List<Job> wanted) {
        List<Long> ids = wanted.stream().map(Job::id).toList();
        List<StateCount> counts = lines.counts(ids);
        Map<Long, Long> ended =
                lines.endedSinceStart(ids).stream().collect(Collectors.toMap(EndedCount::getJob, EndedCount::getLines));
        return wanted.stream()
                .map(job -> view(
                        job,
                        counts.stream()
                                .filter(count -> count.getJob() == job.id())
                                .toList(),
                        ended.getOrDefault(job.id(), 0L)))
                .toList();
    }

    private JobView view(Job job, List<StateCount> counts, long ended) {
        Map<JobLineState, Long> states = new EnumMap<>(JobLineState.class);
        for (JobLineState state : JobLineState.values()) states.put(state, 0L);
        counts.forEach(count -> states.merge(count.getState(), count.getLines(), Long::sum));
        List<OutcomeCount> endedCounts = counts.stream()
                .filter(count -> !count.getOutcome().equals(JobOutcome.NONE.name()))
                .map(count -> new OutcomeCount(
                        count.getOutcome(), outcomes.of(count.getOutcome()).meaning(), count.getLines()))
                .sorted(Comparator.comparing(OutcomeCount::lines).reversed().thenComparing(OutcomeCount::outcome))
                .toList();
        List<String> inHand = job.endedAt().isPresent()
                ? List.of()
                : lines.targets(job.id(), JobLineState.IN_HAND, PageRequest.of(0, SHOWN_IN_HAND));
        return new JobView(
                job.id(),
                job.kind(),
                job.title(),
                job.askedBy(),
                job.askedAt(),
                job.endedAt(),
                job.isStopAsked(),
                states,
                endedCounts,
                inHand,
                rate(job, ended));
    }

    private double rate(Job job, long ended) {
        Duration ran = Duration.between(job.startedAt(), job.endedAt().orElse(clock.instant()));
        double minutes = Math.max(1, ran.toMillis()) / 60_000.0;
        return Math.round(10 * ended / minutes) / 10.0;
    }
}
