package chaperone.server.rollout;

import chaperone.core.platform.SoftwareRequests;
import chaperone.core.release.RolloutEvent;
import chaperone.core.release.RolloutState;
import chaperone.server.change.ApprovalNeed;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.pair.Pairs;
import chaperone.server.platform.PlatformRegistry;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Rollouts as pages and programs get them. */
@Component
class RolloutViews {
    private final RolloutService service;
    private final RolloutDeviceRepository lines;
    private final RolloutStepRepository steps;
    private final Fleet fleet;
    private final Pairs pairs;
    private final PlatformRegistry platforms;

    /** @param settled of its devices */
    record RolloutRow(
            long number,
            String title,
            Rollout.State state,
            String madeBy,
            Instant madeAt,
            int devices,
            long settled,
            long needDecision) {}

    record RolloutStepView(
            RolloutState state,
            Instant begunAt,
            Optional<Instant> endedAt,
            Optional<RolloutEvent> event,
            String fact,
            String console) {}

    /**
     * @param partner the other device of its pair
     * @param copied bytes of the image that have come to it
     * @param copyRate bytes a second, on average
     * @param commands what it is told, in the words of its platform; what is copied to it comes before
     */
    record RolloutDeviceView(
            String device,
            int wave,
            Optional<String> partner,
            String image,
            long imageSize,
            long copied,
            long copyRate,
            String release,
            String releaseBefore,
            RolloutState state,
            boolean needsDecision,
            String fact,
            List<String> commands,
            List<RolloutStepView> steps) {}

    record RolloutView(
            long number,
            String title,
            Rollout.State state,
            ApprovalNeed needs,
            String madeBy,
            Instant madeAt,
            Optional<String> approvedBy,
            Optional<Instant> approvedAt,
            Optional<String> pausedBy,
            Optional<Instant> endedAt,
            List<RolloutDeviceView> devices) {}

    RolloutViews(
            RolloutService service,
            RolloutDeviceRepository lines,
            RolloutStepRepository steps,
            Fleet fleet,
            Pairs pairs,
            PlatformRegistry platforms) {
        this.service = service;
        this.lines = lines;
        this.steps = steps;
        this.fleet = fleet;
        this.pairs = pairs;
        this.platforms = platforms;
    }

    List<RolloutRow> rows(List<Rollout> rollouts) {
        Map<Long, List<RolloutDevice>> all =
                lines.findByRolloutIdIn(rollouts.stream().map(Rollout::id).toList()).stream()
                        .collect(Collectors.groupingBy(RolloutDevice::rollout));
        return rollouts.stream()
                .map(rollout -> row(rollout, all.getOrDefault(rollout.id(), List.of())))
                .toList();
    }

    private static RolloutRow row(Rollout rollout, List<RolloutDevice> own) {
        return new RolloutRow(
                rollout.id(),
                rollout.title(),
                rollout.state(),
                rollout.madeBy(),
                rollout.madeAt(),
                own.size(),
                own.stream().filter(line -> line.state().isSettled()).count(),
                own.stream().filter(line -> line.state().needsDecision()).count());
    }

    RolloutView view(Rollout rollout) {
        List<RolloutDevice> own = lines.findByRolloutIdOrderByWaveAscPosition(rollout.id());
        Map<Long, Device> devices = fleet
                .with(own.stream().map(RolloutDevice::device).toList())
                .stream()
                .collect(Collectors.toMap(Device::id, Function.identity()));
        Map<Long, String> partners = pairs.partners(devices.values());
        Map<Long, List<RolloutStep>> taken =
                steps
                        .findByLineIdInOrderById(
                                own.stream().map(RolloutDevice::id).toList())
                        .stream()
                        .collect(Collectors.groupingBy(RolloutStep::line));
        return new RolloutView(
                rollout.id(),
                rollout.title(),
                rollout.state(),
                service.needOf(rollout),
                rollout.madeBy(),
                rollout.madeAt(),
                rollout.approvedBy(),
                rollout.approvedAt(),
                rollout.pausedBy(),
                rollout.endedAt(),
                own.stream()
                        .filter(line -> devices.containsKey(line.device()))
                        .map(line -> view(
                                line,
                                devices.get(line.device()),
                                Optional.ofNullable(partners.get(line.device())),
                                taken.getOrDefault(line.id(), List.of())))
                        .toList());
    }

    private RolloutDeviceView view(
            RolloutDevice line, Device device, Optional<String> partner, List<RolloutStep> taken) {
        return new RolloutDeviceView(
                device.name(),
                line.wave(),
                partner,
                line.imageName(),
                line.imageSize(),
                line.copied(),
                line.copyRate(),
                line.release(),
                line.releaseBefore(),
                line.state(),
                line.state().needsDecision(),
                line.fact(),
                platforms
                        .get(device.platform())
                        .software()
                        .map(software -> commands(software, line.imageName()))
                        .orElse(List.of()),
                taken.stream()
                        .map(step -> new RolloutStepView(
                                step.state(),
                                step.begunAt(),
                                step.endedAt(),
                                step.event(),
                                step.fact(),
                                step.console()))
                        .toList());
    }

    private static List<String> commands(SoftwareRequests software, String file) {
        List<String> commands = new ArrayList<>();
        software.digest().ifPresent(request -> commands.add(SoftwareRequests.of(request, file)));
        commands.add(SoftwareRequests.of(software.startFrom(), file));
        commands.add(software.restart()
                + software.answer().map(answer -> " → " + answer).orElse(""));
        software.drop().ifPresent(request -> commands.add(SoftwareRequests.of(request, file)));
        return commands;
    }
}
