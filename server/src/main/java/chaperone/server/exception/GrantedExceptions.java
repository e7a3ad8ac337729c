package chaperone.server.exception;

import chaperone.server.exception.GrantedException.Grant;
import chaperone.server.exception.GrantedException.Waived;
import chaperone.server.problem.ProblemException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Grants exceptions and ends them. Whoever judges asks which hold. */
@Service
public class GrantedExceptions {
    private static final int MOST_ENDED = 200;

    private final GrantedExceptionRepository exceptions;
    private final Clock clock;

    GrantedExceptions(GrantedExceptionRepository exceptions, Clock clock) {
        this.exceptions = exceptions;
        this.clock = clock;
    }

    /** What is waived for a device now. */
    @Transactional(readOnly = true)
    public Set<Waived> of(long device) {
        return exceptions.findByDeviceIdAndEndedAtIsNull(device).stream()
                .filter(each -> each.isOpen(clock.instant()))
                .map(GrantedException::waived)
                .collect(Collectors.toSet());
    }

    /** Takes the place of one that holds for the same already. Part of a transaction. */
    @Transactional(propagation = Propagation.MANDATORY)
    public GrantedException grant(Waived waived, Grant grant, String by) {
        exceptions
                .findByDeviceIdAndStandardIdAndTagAndEndedAtIsNull(waived.device(), waived.standard(), waived.tag())
                .ifPresent(before -> {
                    before.end(clock.instant(), Optional.of(by));
                    exceptions.saveAndFlush(before);
                });
        return exceptions.save(new GrantedException(waived, grant, by, clock.instant()));
    }

    /**
     * Part of a transaction.
     *
     * @throws ProblemException if it has ended already, or was never granted
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public GrantedException end(long id, String by) {
        GrantedException exception = exceptions
                .findById(id)
                .filter(each -> each.endedAt().isEmpty())
                .orElseThrow(() -> ProblemException.notFound("open exception", id));
        exception.end(clock.instant(), Optional.of(by));
        return exception;
    }

    /** Those whose time has come and that nobody has ended yet. */
    @Transactional(readOnly = true)
    public List<Long> over() {
        return exceptions.findByEndedAtIsNullAndEndsAtLessThanEqual(clock.instant()).stream()
                .map(GrantedException::id)
                .toList();
    }

    /** Nothing if somebody ended it meanwhile. Part of a transaction. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<GrantedException> endByItself(long id) {
        Optional<GrantedException> over =
                exceptions.findById(id).filter(each -> each.endedAt().isEmpty());
        over.ifPresent(each -> each.end(each.grant().endsAt(), Optional.empty()));
        return over;
    }

    /** Those that hold, the first to end first. */
    @Transactional(readOnly = true)
    public List<GrantedException> open(long standard) {
        return exceptions.findByStandardIdAndEndedAtIsNullOrderByEndsAt(standard);
    }

    /** The last to end first. */
    @Transactional(readOnly = true)
    public List<GrantedException> ended(long standard) {
        return exceptions.findByStandardIdAndEndedAtIsNotNullOrderByEndedAtDesc(standard, Limit.of(MOST_ENDED));
    }
}
