package chaperone.server.standard;

import chaperone.server.clause.ClauseText;
import chaperone.server.clause.StandardText;
import chaperone.server.clause.StandardYaml;
import chaperone.server.exception.GrantedException;
import chaperone.server.exception.GrantedException.Grant;
import chaperone.server.exception.GrantedException.Waived;
import chaperone.server.exception.GrantedExceptions;
import chaperone.server.fleet.Fleet;
import chaperone.server.judge.ClauseScopes;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Writes standards, and puts them in force. */
@Service
public class Standards {
    private final StandardRepository standards;
    private final StandardVersionRepository versions;
    private final Soundness soundness;
    private final ClauseScopes scopes;
    private final ApplicationEventPublisher publisher;
    private final GrantedExceptions exceptions;
    private final Fleet fleet;
    private final StandardYaml yaml;
    private final Clock clock;

    Standards(
            StandardRepository standards,
            StandardVersionRepository versions,
            Soundness soundness,
            ClauseScopes scopes,
            ApplicationEventPublisher publisher,
            GrantedExceptions exceptions,
            Fleet fleet,
            StandardYaml yaml,
            Clock clock) {
        this.exceptions = exceptions;
        this.fleet = fleet;
        this.yaml = yaml;
        this.standards = standards;
        this.versions = versions;
        this.soundness = soundness;
        this.scopes = scopes;
        this.publisher = publisher;
        this.clock = clock;
    }

    /** A text that devices are judged by. */
    public record InForce(
            long id, String name, int number, StandardText text, String publishedBy, Instant publishedAt) {
        private static InForce of(Standard standard) {
            return new InForce(
                    standard.id(),
                    standard.name(),
                    standard.publishedNumber(),
                    standard.inForce().orElseThrow(),
                    standard.publishedBy().orElseThrow(),
                    standard.publishedAt().orElseThrow());
        }
    }

    @Transactional(readOnly = true)
    public List<InForce> inForce() {
        return standards.findByPublishedAtIsNotNullOrderByName().stream()
                .map(InForce::of)
                .toList();
    }

    /** @throws ProblemException if there is none of this name, or nothing of it is in force */
    @Transactional(readOnly = true)
    public InForce inForce(String name) {
        return Optional.of(get(name))
                .filter(standard -> standard.publishedNumber() > 0)
                .map(InForce::of)
                .orElseThrow(() -> ProblemException.notFound("standard in force", name));
    }

    @Transactional(readOnly = true)
    Standard get(String name) {
        return standards.findByName(name).orElseThrow(() -> ProblemException.notFound("standard", name));
    }

    /** @throws ProblemException naming the clause that cannot be kept, and why */
    @Transactional
    Standard write(String name, StandardText text, String by) {
        check(text);
        Standard standard = standards.findByName(name).orElseGet(() -> new Standard(name));
        standard.write(name, text, by, clock.instant());
        return standards.save(standard);
    }

    /** @throws ProblemException naming the clause that cannot be kept, and why */
    public void check(StandardText text) {
        Set<String> tags = new HashSet<>();
        for (ClauseText clause : text.clauses()) {
            clause.clause();
            scopes.check(clause);
            if (!tags.add(clause.tag())) {
                throw new ProblemException(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "clause",
                        "Two clauses have the tag " + clause.tag() + ".",
                        "A tag names one clause of a standard.");
            }
        }
    }

    /** Written and in force at once. */
    @Transactional
    public void inForce(String name, String written, Map<String, Map<String, String>> values, String by) {
        write(name, new StandardText(yaml.read(written).clauses(), values), by);
        publish(name, by);
    }

    @Transactional
    Standard publish(String name, String by) {
        Standard standard = get(name);
        standard.publish(by, clock.instant());
        versions.save(new StandardVersion(standard, standard.publishedNumber(), standard.draft(), by, clock.instant()));
        publisher.publishEvent(new StandardPublishedEvent());
        return standard;
    }

    /**
     * Waives a clause that is in force for some devices, and judges them.
     *
     * @throws ProblemException if no clause in force has this tag
     */
    @RetryOnConflict
    @Transactional
    public List<GrantedException> except(String name, String tag, List<String> devices, Grant grant, String by) {
        Standard standard = get(name);
        boolean isInForce = standard.inForce().stream()
                .flatMap(text -> text.clauses().stream())
                .anyMatch(clause -> clause.tag().equals(tag));
        if (!isInForce) throw ProblemException.notFound("clause of " + name + " that is in force", tag);
        return devices.stream()
                .map(fleet::get)
                .map(device -> {
                    GrantedException granted = exceptions.grant(new Waived(standard.id(), tag, device.id()), grant, by);
                    soundness.judge(device, clock.instant());
                    return granted;
                })
                .toList();
    }

    @Transactional
    void remove(String name) {
        standards.delete(get(name));
        publisher.publishEvent(new StandardPublishedEvent());
    }
}
