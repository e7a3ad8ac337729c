package chaperone.server.trial;

import chaperone.connect.Connector;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Target;
import chaperone.core.platform.Platform;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.callable.HostName;
import chaperone.server.credential.CredentialSets;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.hostkey.HostKeys;
import chaperone.server.lease.DeviceAccess;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretMasks;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import tools.jackson.databind.json.JsonMapper;

/** Trying a platform on a device: one JSON object a line, sent as each step is reached. Leaving ends the trial. */
@RestController
class TrialController {
    private static final Logger LOG = LoggerFactory.getLogger(TrialController.class);
    private static final String LINES = "application/x-ndjson";

    private final PlatformRegistry platforms;
    private final Fleet fleet;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Connector connector;
    private final DeviceAccess access;
    private final JsonMapper json;
    private final SecretMasks masks;

    TrialController(
            PlatformRegistry platforms,
            Fleet fleet,
            CredentialSets credentials,
            HostKeys keys,
            Connector connector,
            DeviceAccess access,
            JsonMapper json,
            SecretMasks masks) {
        this.masks = masks;
        this.platforms = platforms;
        this.fleet = fleet;
        this.credentials = credentials;
        this.keys = keys;
        this.connector = connector;
        this.access = access;
        this.json = json;
    }

    /** An address that is not in the fleet. */
    record TryAddress(
            @NotBlank @HostName @Size(max = 253) String host,
            @Min(1) @Max(65_535) int port,
            long credentialSet,
            boolean allowTelnet) {}

    /**
     * @param yaml a text that is not saved yet; absent for the platform as it is in force
     * @param device the name of a device of the fleet; if absent, {@code address} must be given
     */
    record TryRequest(
            Optional<@Size(max = 262_144) String> yaml,
            Optional<@Size(max = 253) String> device,
            Optional<@Valid TryAddress> address) {}

    private record Place(String site, Target target) {}

    @Audited(value = "tried a platform on a device", when = Audited.When.AROUND)
    @PostMapping(path = "/api/platforms/{name}/try", produces = LINES)
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = LINES, schema = @Schema(implementation = TrialStep.class)))
    ResponseEntity<StreamingResponseBody> attempt(
            @PathVariable String name, @Valid @RequestBody TryRequest wanted, Principal principal) {
        Platform platform = wanted.yaml().map(PlatformRegistry::readOrRefuse).orElseGet(() -> platforms.get(name));
        Place place = place(wanted);
        AuditNote.add(place.target().endpoint().toString());
        LOG.info(
                "{} tries platform {} on {}",
                principal.getName(),
                name,
                place.target().endpoint());
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(LINES))
                .header("Cache-Control", "no-store")
                .body(out -> run(platform, place, out));
    }

    private Place place(TryRequest wanted) {
        if (wanted.device().isPresent()) {
            Device device = fleet.get(wanted.device().get());
            return new Place(device.siteName(), fleet.target(device));
        }
        TryAddress address = wanted.address()
                .orElseThrow(() -> new ProblemException(
                        HttpStatus.BAD_REQUEST,
                        "no-device",
                        "Name a device or an address to try it on.",
                        "Choose one."));
        Endpoint endpoint = new Endpoint(address.host(), address.port());
        Target target = new Target(
                endpoint,
                credentials.open(address.credentialSet(), endpoint, ""),
                keys.pinned(address.host(), address.port()),
                address.allowTelnet());
        return new Place("", target);
    }

    private void run(Platform platform, Place place, OutputStream out) {
        Endpoint endpoint = place.target().endpoint();
        try {
            access.take(
                    place.site(),
                    endpoint.host(),
                    endpoint.port(),
                    () -> new Trial(platform, masks, step -> write(out, step)).run(connector, place.target()));
        } catch (ProblemException e) {
            write(out, new TrialStep(TrialStep.Kind.ENDED, false, String.valueOf(e.getMessage()), "", List.of()));
        }
    }

    private void write(OutputStream out, TrialStep step) {
        try {
            out.write((json.writeValueAsString(step) + "\n").getBytes(StandardCharsets.UTF_8));
            out.flush();
        } catch (IOException e) {
            // Whoever asked has gone: the exception ends the conversation too.
            throw new UncheckedIOException(e);
        }
    }
}
