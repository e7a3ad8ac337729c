package chaperone.server.query;

import chaperone.core.answer.FourAnswers;
import chaperone.core.answer.FourAnswers.Known;
import chaperone.server.fleet.Device;
import jakarta.persistence.criteria.CriteriaBuilder;
import jakarta.persistence.criteria.Path;
import jakarta.persistence.criteria.Predicate;
import jakarta.persistence.criteria.Root;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** One of the few cases that the four answers tell apart; every device is in exactly one of them. */
record AnswerCase(CopyAge age, boolean lastFailed, Optional<Boolean> savedEqualsRunning, boolean isPart) {

    /** How old the last copy is, against the two limits of the rule. */
    enum CopyAge {
        NEVER,
        RECENT,
        GETTING_OLD,
        OLD
    }

    static List<AnswerCase> all() {
        List<AnswerCase> all = new ArrayList<>();
        for (CopyAge age : CopyAge.values()) {
            for (boolean failed : List.of(true, false)) {
                for (Optional<Boolean> same :
                        List.of(Optional.<Boolean>empty(), Optional.of(true), Optional.of(false))) {
                    for (boolean part : List.of(true, false)) all.add(new AnswerCase(age, failed, same, part));
                }
            }
        }
        return all;
    }

    /** A device of this case. */
    Known known(Instant now) {
        Optional<Instant> copied = switch (age) {
            case NEVER -> Optional.empty();
            case RECENT -> Optional.of(now);
            case GETTING_OLD -> Optional.of(now.minus(FourAnswers.GETTING_OLD));
            case OLD -> Optional.of(now.minus(FourAnswers.GETTING_OLD.plus(Duration.ofSeconds(1))));
        };
        return new Known(copied, lastFailed, savedEqualsRunning, isPart ? "a part" : "");
    }

    Predicate condition(Root<Device> device, CriteriaBuilder builder, Instant now) {
        Path<Boolean> same = device.get("savedEqualsRunning");
        Path<String> part = device.get("incomplete");
        Path<String> failure = device.get("lastFailure");
        return builder.and(
                age(device.get("lastCopyAt"), builder, now),
                isPart ? builder.notEqual(part, "") : builder.equal(part, ""),
                lastFailed ? failure.isNotNull() : failure.isNull(),
                savedEqualsRunning
                        .map(equal -> builder.and(same.isNotNull(), builder.equal(same, equal)))
                        .orElseGet(same::isNull));
    }

    private Predicate age(Path<Instant> copied, CriteriaBuilder builder, Instant now) {
        Instant recent = now.minus(FourAnswers.RECENT);
        Instant old = now.minus(FourAnswers.GETTING_OLD);
        Predicate inTime = switch (age) {
            case NEVER -> copied.isNull();
            case RECENT -> builder.greaterThanOrEqualTo(copied, recent);
            case GETTING_OLD ->
                builder.and(builder.lessThan(copied, recent), builder.greaterThanOrEqualTo(copied, old));
            case OLD -> builder.lessThan(copied, old);
        };
        return age == CopyAge.NEVER ? inTime : builder.and(copied.isNotNull(), inTime);
    }
}
