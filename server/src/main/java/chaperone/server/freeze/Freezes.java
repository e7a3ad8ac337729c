package chaperone.server.freeze;

import chaperone.server.fleet.Device;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Whether devices may be altered now. */
@Service
public class Freezes {
    private static final int MOST_NAMED = 5;

    private final FreezeRepository freezes;
    private final ChosenDevices chosen;
    private final Clock clock;

    /**
     * A freeze that holds.
     *
     * @param devices that it holds, of those that were asked about
     */
    public record Holding(String reason, Instant until, List<String> devices) {
        /** In a sentence. */
        public String says() {
            String named = devices.stream().limit(MOST_NAMED).collect(Collectors.joining(", "));
            String more = devices.size() > MOST_NAMED ? " and " + (devices.size() - MOST_NAMED) + " more" : "";
            return "Until " + until.truncatedTo(ChronoUnit.SECONDS) + " a freeze holds " + named + more + ": " + reason;
        }
    }

    Freezes(FreezeRepository freezes, ChosenDevices chosen, Clock clock) {
        this.freezes = freezes;
        this.chosen = chosen;
        this.clock = clock;
    }

    List<Freeze> now() {
        Instant now = clock.instant();
        return freezes.findByLiftedAtIsNullAndStartsAtLessThanEqualAndEndsAtGreaterThanOrderByEndsAtDesc(now, now);
    }

    /** The one that lasts longest of those that hold one of these devices now. */
    @Transactional(readOnly = true)
    public Optional<Holding> holding(Collection<Device> devices) {
        return now().stream()
                .map(freeze -> new Holding(freeze.reason(), freeze.endsAt(), held(freeze, devices)))
                .filter(holding -> !holding.devices().isEmpty())
                .findFirst();
    }

    private List<String> held(Freeze freeze, Collection<Device> devices) {
        if (freeze.query().isEmpty()) return devices.stream().map(Device::name).toList();
        Set<Long> meant = Set.copyOf(chosen.idsMeantBy(freeze.query()));
        return devices.stream()
                .filter(device -> meant.contains(device.id()))
                .map(Device::name)
                .toList();
    }

    /** @throws ProblemException if one of them is held, naming it, the reason and the end */
    @Transactional(readOnly = true)
    public void refuse(Collection<Device> devices) {
        holding(devices).ifPresent(holding -> {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "frozen",
                    holding.says() + ".",
                    "Wait for its end, or ask whoever may lift it.",
                    Map.of("devices", holding.devices(), "until", holding.until()));
        });
    }
}
