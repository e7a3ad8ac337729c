package chaperone.server.demo;

import chaperone.server.exception.GrantedException.Grant;
import chaperone.server.standard.Soundness;
import chaperone.server.standard.Standards;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** What the ferries require of their devices, in force for a month: what happened since was judged when it happened. */
@Component
@Profile("demo")
class DemoStandards {
    private static final Duration IN_FORCE = Duration.ofDays(33);
    private static final String ACCESS = "access and logging";
    private static final String ANSWERS = "ways out";
    private static final List<String> OTHERS = List.of("ports that face people", "payment network");

    private final Standards standards;
    private final Soundness soundness;
    private final DemoClock clock;
    private final Instant begin;

    DemoStandards(Standards standards, Soundness soundness, DemoClock clock) {
        this.standards = standards;
        this.soundness = soundness;
        this.clock = clock;
        begin = clock.instant().minus(IN_FORCE);
    }

    void publish(Collection<String> sites) {
        Map<String, Map<String, String>> values = sites.stream()
                .collect(Collectors.toMap(
                        Function.identity(),
                        site -> Map.of(
                                "log",
                                site.equals("Dunsay") ? "203.0.113.20" : "198.51.100.20",
                                "clock",
                                "198.51.100.7")));
        clock.at(begin, () -> {
            standards.inForce(ACCESS, yaml(ACCESS), values, "r.anand");
            OTHERS.forEach(name -> standards.inForce(name, yaml(name), values, "r.anand"));
        });
    }

    /** After each copy of a device's past; what is older was not judged. */
    void judge(long device, Instant at) {
        if (!at.isBefore(begin)) clock.at(at, () -> soundness.judgeAnew(device, at));
    }

    /** What a device ran when they came in force, before its next copy is kept; false if that was earlier still. */
    boolean judgeFirst(long device, Instant next) {
        if (next.isBefore(begin)) return false;
        judge(device, begin);
        return true;
    }

    /** What devices answer has no past: it is required from now on. */
    void publishOnAnswers() {
        standards.inForce(ANSWERS, yaml(ANSWERS), Map.of(), "r.anand");
    }

    /** It ends within a week: the page of the standards says so. */
    void except() {
        Grant grant = new Grant(
                "its log server moves when the new mast stands",
                "m.oduya",
                clock.instant().plus(Duration.ofDays(5)));
        standards.except(ACCESS, "log", List.of("duns-acc-2"), grant, "r.anand");
    }

    private static String yaml(String name) {
        try (InputStream file = DemoStandards.class.getResourceAsStream("/demo/" + name.replace(' ', '-') + ".yaml")) {
            return new String(file.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
