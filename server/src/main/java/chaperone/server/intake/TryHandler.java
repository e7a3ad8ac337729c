package chaperone.server.intake;

import chaperone.connect.Connector;
import chaperone.connect.LoginCapabilities;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Target;
import chaperone.core.platform.Platform;
import chaperone.server.credential.CredentialSets;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.hostkey.HostKeys;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobLineContext;
import chaperone.server.job.JobLineHandler;
import chaperone.server.job.JobLineResult;
import chaperone.server.job.JobOutcome;
import chaperone.server.job.NewJobLine;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.outcome.Outcome;
import chaperone.server.platform.PlatformRegistry;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Tries a credential set on a device of the fleet, and says what it opens. */
@Component
class TryHandler implements JobLineHandler {
    private final Fleet fleet;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Connector connector;
    private final PlatformRegistry platforms;

    TryHandler(
            Fleet fleet, CredentialSets credentials, HostKeys keys, Connector connector, PlatformRegistry platforms) {
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
    public List<? extends Outcome> outcomes() {
        return List.of(IntakeOutcome.values());
    }

    @Override
    public JobLineResult handle(JobLineContext work) {
        NewJobLine line = work.line();
        Optional<Device> device = line.device().flatMap(fleet::find);
        if (device.isEmpty()) return JobLineResult.failed(JobOutcome.DEVICE_GONE, "");
        if (line.credentialSet().isEmpty())
            return JobLineResult.failed(ConversationOutcome.LOGIN_REFUSED, "the set was removed");
        return attempt(work, device.get(), line.credentialSet().get())
                .about(device.get().name());
    }

    private JobLineResult attempt(JobLineContext work, Device device, long set) {
        Endpoint endpoint = new Endpoint(device.host(), device.port());
        Target target = new Target(
                endpoint,
                credentials.open(set, endpoint, device.siteName()),
                keys.pinned(device.host(), device.port()),
                device.isTelnetAllowed());
        Platform platform = platforms.get(device.platform());
        LoginCapabilities possible = LoginCapabilities.on(
                platform, target.login().protocols(), target.login().files());
        try (Conversation conversation = connector.open(target, platform, work::holds)) {
            String running = conversation.ask(platform.copy().running());
            return platform.copy()
                    .partOf(running)
                    .map(part -> JobLineResult.failed(ConversationOutcome.PARTLY_READABLE, part))
                    .orElseGet(() -> JobLineResult.done(IntakeOutcome.LOGGED_IN, inWords(possible)));
        }
    }

    /** Copying is possible: it was just done. */
    static String inWords(LoginCapabilities possible) {
        List<String> can = new ArrayList<>(List.of("copy"));
        List<String> cannot = new ArrayList<>();
        possible.putBack().ifPresentOrElse(why -> cannot.add("put back (" + why + ")"), () -> can.add("put back"));
        possible.imageTransfer()
                .ifPresentOrElse(why -> cannot.add("image transfer (" + why + ")"), () -> can.add("image transfer"));
        String most = "possible: " + String.join(", ", can);
        return cannot.isEmpty() ? most : most + "; not possible: " + String.join(", ", cannot);
    }
}
