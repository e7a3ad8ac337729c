package chaperone.server.fleet;

import chaperone.connect.Connector;
import chaperone.connect.Conversation;
import chaperone.connect.Endpoint;
import chaperone.connect.Possible;
import chaperone.connect.Target;
import chaperone.core.platform.Platform;
import chaperone.server.job.JobKind;
import chaperone.server.job.LineHandler;
import chaperone.server.job.LineResult;
import chaperone.server.job.LineWork;
import chaperone.server.job.NewLine;
import chaperone.server.job.Outcome;
import chaperone.server.platform.PlatformShelf;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Tries a credential set on a device of the fleet, and says what it opens. */
@Component
class TryHandler implements LineHandler {
    private final Fleet fleet;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Connector connector;
    private final PlatformShelf platforms;

    TryHandler(Fleet fleet, CredentialSets credentials, HostKeys keys, Connector connector, PlatformShelf platforms) {
        this.fleet = fleet;
        this.credentials = credentials;
        this.keys = keys;
        this.connector = connector;
        this.platforms = platforms;
    }

    @Override
    public JobKind kind() {
        return JobKind.TRY;
    }

    @Override
    public LineResult handle(LineWork work) {
        NewLine line = work.line();
        Optional<Device> device = line.device().flatMap(fleet::find);
        if (device.isEmpty()) return LineResult.failed(Outcome.DEVICE_GONE, "");
        if (line.credentialSet().isEmpty()) return LineResult.failed(Outcome.LOGIN_REFUSED, "the set was removed");
        return attempt(work, device.get(), line.credentialSet().get())
                .about(device.get().name());
    }

    private LineResult attempt(LineWork work, Device device, long set) {
        Endpoint endpoint = new Endpoint(device.host(), device.port());
        Target target = new Target(
                endpoint,
                credentials.open(set, endpoint, device.siteName()),
                keys.pinned(device.host(), device.port()),
                device.isTelnetAllowed());
        Platform platform = platforms.get(device.platform());
        Possible possible =
                Possible.on(platform, target.login().protocols(), target.login().files());
        try (Conversation conversation = connector.open(target, platform, work::holds)) {
            String running = conversation.ask(platform.copy().running());
            return platform.copy()
                    .partOf(running)
                    .map(part -> LineResult.failed(Outcome.PARTLY_READABLE, part))
                    .orElseGet(() -> LineResult.done(Outcome.LOGGED_IN, inWords(possible)));
        }
    }

    /** Copying is possible: it was just done. */
    static String inWords(Possible possible) {
        List<String> can = new ArrayList<>(List.of("copy"));
        List<String> cannot = new ArrayList<>();
        possible.putBack().ifPresentOrElse(why -> cannot.add("put back (" + why + ")"), () -> can.add("put back"));
        possible.imageTransfer()
                .ifPresentOrElse(why -> cannot.add("image transfer (" + why + ")"), () -> can.add("image transfer"));
        String most = "possible: " + String.join(", ", can);
        return cannot.isEmpty() ? most : most + "; not possible: " + String.join(", ", cannot);
    }
}
