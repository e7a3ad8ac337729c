package chaperone.server.standard;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.exception.GrantedException;
import chaperone.server.exception.GrantedException.Grant;
import chaperone.server.exception.GrantedExceptions;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Exceptions of a standard: which devices need not keep to which clause, until when, and why. */
@RestController
class ExceptionController {
    private static final int MOST_DEVICES = 500;
    private static final Duration LONGEST = Duration.ofDays(731);

    private final Standards standards;
    private final GrantedExceptions exceptions;
    private final Soundness soundness;
    private final Fleet fleet;
    private final Clock clock;

    ExceptionController(
            Standards standards, GrantedExceptions exceptions, Soundness soundness, Fleet fleet, Clock clock) {
        this.standards = standards;
        this.exceptions = exceptions;
        this.soundness = soundness;
        this.fleet = fleet;
        this.clock = clock;
    }

    record ExceptionInput(
            @NotBlank @Size(max = 20) String tag,
            @NotEmpty @Size(max = MOST_DEVICES) List<@NotBlank @Size(max = 253) String> devices,
            @NotBlank @Size(max = 500) String reason,
            @NotBlank @Size(max = 100) String owner,
            @NotNull Instant endsAt) {}

    /** @param endedBy absent of one that ended by itself */
    record ExceptionView(
            long id,
            String tag,
            String device,
            String reason,
            String owner,
            Instant endsAt,
            String madeBy,
            Instant madeAt,
            Optional<Instant> endedAt,
            Optional<String> endedBy) {}

    /** Those that hold, the first to end first; then those that have ended. */
    @GetMapping("/api/standards/{name}/exceptions")
    @Transactional(readOnly = true)
    public List<ExceptionView> list(@PathVariable String name) {
        long standard = standards.get(name).id();
        List<GrantedException> all = Stream.concat(
                        exceptions.open(standard).stream(), exceptions.ended(standard).stream())
                .toList();
        Map<Long, Device> devices =
                fleet
                        .with(all.stream()
                                .map(each -> each.waived().device())
                                .distinct()
                                .toList())
                        .stream()
                        .collect(Collectors.toMap(Device::id, Function.identity()));
        return all.stream()
                .filter(each -> devices.containsKey(each.waived().device()))
                .map(each -> view(each, devices.get(each.waived().device()).name()))
                .toList();
    }

    /** For all of these devices, or for none. */
    @Audited("granted an exception")
    @PostMapping("/api/standards/{name}/exceptions")
    @ResponseStatus(HttpStatus.CREATED)
    @RetryOnConflict
    @Transactional
    public List<ExceptionView> grant(
            @PathVariable String name, @Valid @RequestBody ExceptionInput input, Principal principal) {
        Instant now = clock.instant();
        boolean isPossible = input.endsAt().isAfter(now) && input.endsAt().isBefore(now.plus(LONGEST));
        if (!isPossible) throw ProblemException.ofField("endsAt", "It has to end, within two years from now.");
        AuditNote.add(input.tag() + " until " + input.endsAt() + ": " + input.reason());
        List<String> devices = input.devices().stream().distinct().toList();
        Grant grant = new Grant(input.reason().strip(), input.owner().strip(), input.endsAt());
        List<GrantedException> granted = standards.except(name, input.tag(), devices, grant, principal.getName());
        return IntStream.range(0, devices.size())
                .mapToObj(i -> view(granted.get(i), devices.get(i)))
                .toList();
    }

    @Audited("ended an exception")
    @DeleteMapping("/api/exceptions/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RetryOnConflict
    @Transactional
    public void end(@PathVariable long id, Principal principal) {
        GrantedException ended = exceptions.end(id, principal.getName());
        fleet.find(ended.waived().device()).ifPresent(device -> {
            AuditNote.add(device.name() + ", " + ended.waived().tag());
            soundness.judge(device, clock.instant());
        });
    }

    private static ExceptionView view(GrantedException of, String device) {
        Grant grant = of.grant();
        return new ExceptionView(
                of.id(),
                of.waived().tag(),
                device,
                grant.reason(),
                grant.owner(),
                grant.endsAt(),
                of.madeBy(),
                of.madeAt(),
                of.endedAt(),
                of.endedBy());
    }
}
