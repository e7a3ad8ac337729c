package chaperone.server.answers;

import chaperone.connect.Connector;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Target;
import chaperone.core.platform.Platform;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.lease.DeviceAccess;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.secret.SecretMasks;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Asks a device something that alters nothing, while somebody writes a clause about it. */
@RestController
class OutputController {
    private final Fleet fleet;
    private final PlatformRegistry platforms;
    private final Connector connector;
    private final DeviceAccess access;
    private final CommandOutputs outputs;
    private final SecretMasks masks;
    private final Clock clock;

    OutputController(
            Fleet fleet,
            PlatformRegistry platforms,
            Connector connector,
            DeviceAccess access,
            CommandOutputs outputs,
            SecretMasks masks,
            Clock clock) {
        this.fleet = fleet;
        this.platforms = platforms;
        this.connector = connector;
        this.access = access;
        this.outputs = outputs;
        this.masks = masks;
        this.clock = clock;
    }

    record OutputRequest(@NotBlank @Size(max = 200) String command) {}

    /** @param lines secrets are masked */
    record OutputView(List<String> lines) {}

    /** The answer is kept until the device is judged again, so that a clause can be tried on it. */
    @Audited("asked a device")
    @PostMapping("/api/devices/{name}/output")
    OutputView ask(@PathVariable String name, @Valid @RequestBody OutputRequest request) {
        AuditNote.add(name + ": " + request.command());
        Device device = fleet.get(name);
        Platform platform = platforms.get(device.platform());
        ReadOnly.check("command", request.command(), platform);
        Target target = fleet.target(device);
        AtomicReference<CommandOutput> told = new AtomicReference<>();
        access.take(device.siteName(), device.host(), device.port(), () -> {
            try (Conversation conversation = connector.open(target, platform, ConversationListener.NONE)) {
                told.set(AnswerReader.output(conversation, request.command()));
            }
        });
        outputs.keepForNow(device.id(), told.get(), clock.instant());
        List<String> lines =
                told.get().refused().map(List::of).orElseGet(() -> told.get().lines());
        return new OutputView(
                masks.shown(platform, String.join("\n", lines)).lines().toList());
    }
}
