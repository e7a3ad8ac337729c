package chaperone.server.demo;

import chaperone.server.exception.GrantedException.Grant;
import chaperone.server.standard.Standards;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** What the ferries require of their switches. */
@Component
@Profile("demo")
class DemoStandard {
    private static final String NAME = "access and logging";

    private final Standards standards;
    private final Clock clock;

    DemoStandard(Standards standards, Clock clock) {
        this.clock = clock;
        this.standards = standards;
    }

    void publish(Collection<String> sites) {
        Map<String, Map<String, String>> values = sites.stream()
                .collect(Collectors.toMap(
                        Function.identity(),
                        site -> Map.of("log", site.equals("Dunsay") ? "203.0.113.20" : "198.51.100.20")));
        standards.inForce(NAME, yaml("access-and-logging"), values, "r.anand");
        // It ends within a week: the page of the standards says so.
        Grant grant = new Grant(
                "its log server moves when the new mast stands",
                "m.oduya",
                clock.instant().plus(Duration.ofDays(5)));
        standards.except(NAME, "log", List.of("duns-acc-2"), grant, "r.anand");
    }

    private static String yaml(String name) {
        try (InputStream file = DemoStandard.class.getResourceAsStream("/demo/" + name + ".yaml")) {
            return new String(file.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
