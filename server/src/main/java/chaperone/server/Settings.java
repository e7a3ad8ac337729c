package chaperone.server;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;

/** What the person who runs the server can set; see application.yaml. */
@ConfigurationProperties("chaperone")
public record Settings(
        Path keyFile, String firstPassword, List<String> hosts, Log log, Limits limits, Patience patience) {

    public Settings {
        hosts = hosts == null ? List.of() : List.copyOf(hosts);
    }

    /** Where log messages of devices arrive; port 0 means nowhere. */
    public record Log(String address, int port) {}

    /** Conversations at once. */
    public record Limits(int overall, int perSite) {}

    /** How long conversations wait. */
    public record Patience(Duration connect, Duration logIn, Duration prompt, Duration silence, Duration whole) {}
}
