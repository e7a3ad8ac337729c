package chaperone.server.freeze;

import chaperone.server.account.Role;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.event.Events;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Freezes: declared by those who alter devices or approve that, lifted by whom they name. */
@RestController
@RequestMapping("/api/freezes")
class FreezeController {
    private static final int MOST = 200;
    private static final Duration LONGEST = Duration.ofDays(366);

    private final FreezeRepository repository;
    private final Freezes freezes;
    private final ChosenDevices chosen;
    private final Events events;
    private final Clock clock;

    FreezeController(FreezeRepository repository, Freezes freezes, ChosenDevices chosen, Events events, Clock clock) {
        this.repository = repository;
        this.freezes = freezes;
        this.chosen = chosen;
        this.events = events;
        this.clock = clock;
    }

    /** Where it stands in time. */
    enum Phase {
        COMING,
        NOW,
        OVER,
        LIFTED
    }

    /**
     * @param query which devices it holds; all of them if empty
     * @param reaches how many that are today; absent if its query can no longer be read
     * @param lifter the role that lets go before its end
     */
    record FreezeView(
            long id,
            String reason,
            Instant startsAt,
            Instant endsAt,
            Phase phase,
            String query,
            Optional<Long> reaches,
            Role lifter,
            String madeBy,
            Instant madeAt,
            Optional<String> liftedBy,
            Optional<Instant> liftedAt) {}

    /**
     * @param startsAt now if left out
     * @param lifter the role that lets go before its end; administrators always may
     */
    record FreezeInput(
            @NotBlank @Size(max = 300) String reason,
            Optional<Instant> startsAt,
            @NotNull Instant endsAt,
            @NotNull @Size(max = 2000) String query,
            @NotNull Role lifter) {}

    /** The newest first, those that are coming before those that were. */
    @GetMapping
    @Transactional(readOnly = true)
    public List<FreezeView> list() {
        return repository.findAllByOrderByStartsAtDescIdDesc(Limit.of(MOST)).stream()
                .map(this::view)
                .toList();
    }

    /** Those that hold now. */
    @GetMapping("/now")
    @Transactional(readOnly = true)
    public List<FreezeView> now() {
        return freezes.now().stream().map(this::view).toList();
    }

    @Audited("declared a freeze")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public FreezeView declare(@Valid @RequestBody FreezeInput input, Principal principal) {
        Instant now = clock.instant();
        Instant start = input.startsAt().orElse(now);
        if (!input.endsAt().isAfter(start))
            throw ProblemException.ofField("endsAt", "It has to end after its beginning.");
        if (!input.endsAt().isAfter(now)) throw ProblemException.ofField("endsAt", "Its end is over already.");
        if (start.isBefore(now.minus(LONGEST)) || start.plus(LONGEST).isBefore(input.endsAt()))
            throw ProblemException.ofField("endsAt", "A freeze lasts a year at the most.");
        if (input.lifter() == Role.VIEWER) throw ProblemException.ofField("lifter", "A viewer lifts nothing.");
        String query = input.query().strip();
        if (!query.isEmpty()) chosen.count(query);
        Freeze freeze = repository.save(new Freeze(
                input.reason().strip(), start, input.endsAt(), query, input.lifter(), principal.getName(), now));
        AuditNote.add(freeze.reason() + ", " + start + " to " + input.endsAt() + ", "
                + (query.isEmpty() ? "all devices" : query));
        events.freezeMoved();
        return view(freeze);
    }

    /** Lets go before its end; one that has not begun never does. */
    @Audited("lifted a freeze")
    @PostMapping("/{id}/lift")
    @Transactional
    public FreezeView lift(@PathVariable long id, Authentication who) {
        Freeze freeze = repository.findById(id).orElseThrow(() -> ProblemException.notFound("freeze", id));
        AuditNote.add(freeze.reason());
        if (freeze.isOver(clock.instant()))
            throw new ProblemException(
                    HttpStatus.CONFLICT, "freeze-over", "This freeze is over already.", "There is nothing to lift.");
        boolean mayLift = Arrays.stream(Role.values())
                .filter(role -> role.includes(freeze.lifter()))
                .anyMatch(role -> who.getAuthorities().contains(new SimpleGrantedAuthority("ROLE_" + role)));
        if (!mayLift)
            throw new ProblemException(
                    HttpStatus.FORBIDDEN,
                    "not-yours-to-lift",
                    "Only the role " + freeze.lifter().name().toLowerCase(Locale.ROOT)
                            + " or an administrator lifts this freeze.",
                    "Ask " + freeze.madeBy() + ", who declared it.");
        freeze.lift(who.getName(), clock.instant());
        events.freezeMoved();
        return view(freeze);
    }

    private FreezeView view(Freeze freeze) {
        return new FreezeView(
                freeze.id(),
                freeze.reason(),
                freeze.startsAt(),
                freeze.endsAt(),
                phase(freeze),
                freeze.query(),
                reaches(freeze),
                freeze.lifter(),
                freeze.madeBy(),
                freeze.madeAt(),
                freeze.liftedBy(),
                freeze.liftedAt());
    }

    private Phase phase(Freeze freeze) {
        if (freeze.liftedAt().isPresent()) return Phase.LIFTED;
        Instant now = clock.instant();
        if (freeze.isOver(now)) return Phase.OVER;
        return now.isBefore(freeze.startsAt()) ? Phase.COMING : Phase.NOW;
    }

    /** What it names may be gone by now. */
    private Optional<Long> reaches(Freeze freeze) {
        try {
            return Optional.of(chosen.count(freeze.query()));
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }
}
