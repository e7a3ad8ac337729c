package chaperone.server.noise;

import chaperone.core.noise.Noise;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.noise.NoisePattern.Reach;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import chaperone.server.query.Groups;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What counts as noise on a device: what its platform says, and what people set aside for it. */
@Service
public class NoiseRules {
    private final NoisePatternRepository patterns;
    private final PlatformRegistry platforms;
    private final Groups groups;
    private final ChosenDevices devices;
    private final Fleet fleet;
    private final ApplicationEventPublisher publisher;
    private final Clock clock;

    NoiseRules(
            NoisePatternRepository patterns,
            PlatformRegistry platforms,
            Groups groups,
            ChosenDevices devices,
            Fleet fleet,
            ApplicationEventPublisher publisher,
            Clock clock) {
        this.fleet = fleet;
        this.publisher = publisher;
        this.clock = clock;
        this.patterns = patterns;
        this.platforms = platforms;
        this.groups = groups;
        this.devices = devices;
    }

    @Transactional(readOnly = true)
    public Noise of(Device device) {
        List<Noise.Item> more = patterns.inForce().stream()
                .filter(pattern -> reaches(pattern.reach(), device))
                .map(NoisePattern::item)
                .toList();
        return platforms.get(device.platform()).noise().with(more);
    }

    private boolean reaches(Reach reach, Device device) {
        if (reach.platform().isPresent()) return reach.platform().get().equals(device.platform());
        if (reach.device().isPresent()) return reach.device().get().equals(device.id());
        return reach.group()
                .filter(group -> devices.isIn(device, groups.queryFor(group)))
                .isPresent();
    }

    /** The devices for which a pattern would count. */
    @Transactional(readOnly = true)
    public List<Device> reached(NoiseInput input) {
        return reached(reach(input));
    }

    private List<Device> reached(Reach reach) {
        if (reach.device().isPresent()) return devices.of(List.of(reach.device().get()));
        return devices.meantBy(reach.platform()
                .map(platform -> "platform is " + platform)
                .orElseGet(() -> groups.queryFor(reach.group().orElseThrow())));
    }

    private Reach reach(NoiseInput input) {
        long said = Stream.of(input.platform(), input.group(), input.device())
                .filter(Optional::isPresent)
                .count();
        if (said != 1) {
            throw new ProblemException(
                    HttpStatus.BAD_REQUEST,
                    "noise-reach",
                    "A pattern counts for a platform, a group or a device.",
                    "Say exactly one of them.");
        }
        input.platform().ifPresent(platforms::get);
        return new Reach(
                input.platform(),
                input.group().map(groups::idOf),
                input.device().map(name -> fleet.get(name).id()));
    }

    @Transactional
    public long keep(NoiseInput input, String account) {
        NoisePattern kept =
                patterns.save(new NoisePattern(reach(input), input.item(), input.pattern(), account, clock.instant()));
        tell(kept.reach());
        return kept.id();
    }

    @Transactional
    public void takeBack(long id, String account) {
        NoisePattern pattern = patterns.findById(id)
                .filter(found -> found.takenBackAt().isEmpty())
                .orElseThrow(() -> ProblemException.notFound("noise pattern in force", id));
        pattern.takeBack(account, clock.instant());
        tell(pattern.reach());
    }

    private void tell(Reach reach) {
        publisher.publishEvent(
                new NoiseChangedEvent(reached(reach).stream().map(Device::id).toList()));
    }

    @Transactional(readOnly = true)
    List<NoiseView> all() {
        return patterns.findAllByOrderByIdDesc().stream().map(this::view).toList();
    }

    private NoiseView view(NoisePattern pattern) {
        Reach reach = pattern.reach();
        return new NoiseView(
                pattern.id(),
                reach.platform(),
                reach.group().map(groups::nameOf),
                reach.device().flatMap(fleet::find).map(Device::name),
                pattern.item().name(),
                pattern.pattern(),
                pattern.item().reason(),
                pattern.madeBy(),
                pattern.madeAt(),
                pattern.takenBackBy(),
                pattern.takenBackAt());
    }
}
