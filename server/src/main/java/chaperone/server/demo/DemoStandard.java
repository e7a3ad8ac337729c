package chaperone.server.demo;

import chaperone.server.standard.Standards;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** What the ferries require of their switches. */
@Component
@Profile("demo")
class DemoStandard {
    private final Standards standards;

    DemoStandard(Standards standards) {
        this.standards = standards;
    }

    void publish(Collection<String> sites) {
        Map<String, Map<String, String>> values = sites.stream()
                .collect(Collectors.toMap(
                        Function.identity(),
                        site -> Map.of("log", site.equals("Dunsay") ? "203.0.113.20" : "198.51.100.20")));
        standards.inForce("access and logging", yaml("access-and-logging"), values, "r.anand");
    }

    private static String yaml(String name) {
        try (InputStream file = DemoStandard.class.getResourceAsStream("/demo/" + name + ".yaml")) {
            return new String(file.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
