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

    /**
     * Where log messages of devices arrive; port 0 means nowhere.
     *
     * @param port for UDP
     * @param tlsBundle the name of Spring's bundle with the certificate that is shown by TLS
     */
    public record Log(String address, int port, int tcpPort, int tlsPort, String tlsBundle) {
        public static Log byUdp(String address, int port) {
            return new Log(address, port, 0, 0, "");
        }
    }

    /** Conversations at once. */
    public record Limits(int overall, int perSite) {}

    /** How long conversations wait. */
    public record Patience(Duration connect, Duration logIn, Duration prompt, Duration silence, Duration whole) {}
}
