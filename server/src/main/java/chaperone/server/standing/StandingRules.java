package chaperone.server.standing;

import chaperone.server.account.AccountService;
import chaperone.server.account.Role;
import chaperone.server.drift.DriftingDevices;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.freeze.Freezes;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.Revision;
import chaperone.server.standing.StandingActs.Act;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which rule is for which drift, and what it waits for. */
@Service
public class StandingRules {
    static final int MOST = 100;
    private static final Duration HOUR = Duration.ofHours(1);

    private final StandingRuleRepository rules;
    private final StandingActs acts;
    private final DriftingDevices drifting;
    private final ChosenDevices chosen;
    private final Fleet fleet;
    private final History history;
    private final Freezes freezes;
    private final AccountService accounts;
    private final Clock clock;

    StandingRules(
            StandingRuleRepository rules,
            StandingActs acts,
            DriftingDevices drifting,
            ChosenDevices chosen,
            Fleet fleet,
            History history,
            Freezes freezes,
            AccountService accounts,
            Clock clock) {
        this.rules = rules;
        this.acts = acts;
        this.drifting = drifting;
        this.chosen = chosen;
        this.fleet = fleet;
        this.history = history;
        this.freezes = freezes;
        this.accounts = accounts;
        this.clock = clock;
    }

    /**
     * What a rule says.
     *
     * @param query which devices it is for; all of them if empty
     * @param delayMinutes after the last edit of the device
     * @param perHour on how many devices it acts within an hour
     */
    public record Saying(String query, StandingDeed deed, int delayMinutes, int perHour, boolean isOff) {}

    /**
     * A new rule, or what one says from now on.
     *
     * @param place among the others, from 1
     * @throws ProblemException if its query cannot be read, or there are too many
     */
    @Transactional
    public StandingRule write(String name, int place, Saying saying, String by) {
        if (!saying.query().isEmpty()) chosen.count(saying.query());
        List<StandingRule> all = new ArrayList<>(rules.findAllByOrderByPlaceAscIdAsc());
        Optional<StandingRule> known = rules.findByName(name);
        if (known.isEmpty() && all.size() >= MOST)
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "too-many-rules",
                    "There are " + MOST + " standing rules already.",
                    "Remove one first.");
        StandingRule rule = known.orElseGet(() -> new StandingRule(name));
        rule.says(saying);
        rule.writtenBy(by, clock.instant());
        StandingRule kept = rules.save(rule);
        all.remove(kept);
        all.add(Math.min(place - 1, all.size()), kept);
        for (int i = 0; i < all.size(); i++) all.get(i).standAt(i + 1);
        return kept;
    }

    /**
     * Drift for which there is a rule.
     *
     * @param revision that the device runs
     * @param dueAt the delay counts from the last edit: nobody is interrupted at work
     * @param change by which it is put back
     * @param hindrance what keeps the rule from acting, in a sentence; empty if nothing does
     */
    record Concerned(
            Device device, StandingRule rule, int revision, Instant dueAt, Optional<Long> change, String hindrance) {
        boolean isDue(Instant now) {
            return rule.deed() != StandingDeed.TELL && hindrance.isEmpty() && change.isEmpty() && !now.isBefore(dueAt);
        }
    }

    /** The longest drift first. */
    @Transactional(readOnly = true)
    public List<Concerned> concerned() {
        Map<Long, Instant> since = drifting.since();
        Map<Long, StandingRule> byDevice = byDevice(since.keySet());
        if (byDevice.isEmpty()) return List.of();
        List<Device> devices = fleet.with(byDevice.keySet());
        boolean isAnyHeld = freezes.holding(devices).isPresent();
        Map<Long, Act> done = acts.newestOf(byDevice.keySet());
        Map<String, String> hindrances = new HashMap<>();
        List<Concerned> all = new ArrayList<>();
        for (Device device : devices) {
            StandingRule rule = byDevice.get(device.id());
            Revision running = history.newest(device, ConfigKind.RUNNING).revision();
            Optional<Act> act =
                    Optional.ofNullable(done.get(device.id())).filter(newest -> newest.revision() == running.number());
            String hindrance = act.map(StandingRules::said)
                    .orElseGet(() -> hindrances.computeIfAbsent(rule.name(), name -> hindrance(rule)));
            if (isAnyHeld && hindrance.isEmpty() && act.isEmpty() && rule.deed() != StandingDeed.TELL)
                hindrance = freezes.holding(List.of(device))
                        .map(Freezes.Holding::says)
                        .orElse("");
            Instant edited = max(since.getOrDefault(device.id(), Instant.EPOCH), running.firstCopyAt());
            all.add(new Concerned(
                    device, rule, running.number(), edited.plus(rule.delay()), act.flatMap(Act::change), hindrance));
        }
        all.sort(Comparator.comparing(Concerned::dueAt)
                .thenComparing(each -> each.device().name()));
        return all;
    }

    private static String said(Act act) {
        boolean isOver = act.failure().isEmpty() && act.change().isEmpty();
        return isOver ? "It has acted on what runs now already." : act.failure();
    }

    private static Instant max(Instant one, Instant other) {
        return one.isAfter(other) ? one : other;
    }

    private Map<Long, StandingRule> byDevice(Set<Long> drift) {
        List<StandingRule> inForce = rules.findAllByOrderByPlaceAscIdAsc().stream()
                .filter(rule -> !rule.isOff())
                .toList();
        Map<Long, StandingRule> byDevice = new LinkedHashMap<>();
        if (inForce.isEmpty()) return byDevice;
        for (StandingRule rule : inForce) {
            Set<Long> meant = meant(rule);
            drift.stream()
                    .filter(device -> rule.query().isEmpty() || meant.contains(device))
                    .forEach(device -> byDevice.putIfAbsent(device, rule));
        }
        return byDevice;
    }

    /** What its query names may be gone by now: then it is for no device. */
    private Set<Long> meant(StandingRule rule) {
        try {
            return rule.query().isEmpty() ? Set.of() : Set.copyOf(chosen.idsMeantBy(rule.query()));
        } catch (ProblemException e) {
            return Set.of();
        }
    }

    private String hindrance(StandingRule rule) {
        if (rule.deed() == StandingDeed.TELL) return "";
        if (!accounts.mayStill(rule.madeBy(), Role.ADMINISTRATOR))
            return rule.madeBy() + ", who wrote this rule, may not write such rules any more.";
        return left(rule) > 0
                ? ""
                : "It has acted on " + rule.perHour() + " devices within an hour, which is as many as it may.";
    }

    /** On how many devices it may still act now. */
    int left(StandingRule rule) {
        return rule.perHour() - acts.count(rule.name(), clock.instant().minus(HOUR));
    }
}
