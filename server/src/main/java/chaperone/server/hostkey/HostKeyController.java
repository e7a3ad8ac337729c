package chaperone.server.hostkey;

import chaperone.server.audit.Audited;
import chaperone.server.callable.HostName;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Accepting a host key that has changed. */
@RestController
class HostKeyController {
    private final HostKeys keys;

    HostKeyController(HostKeys keys) {
        this.keys = keys;
    }

    record NewHostKey(
            @NotBlank @HostName @Size(max = 253) String host,
            @Min(1) @Max(65_535) int port,

            @NotNull @Pattern(regexp = "SHA256:[A-Za-z0-9+/]{43}")
            String fingerprint) {}

    @Audited("accepted a host key")
    @PostMapping("/api/host-keys")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void accept(@Valid @RequestBody NewHostKey key, Principal principal) {
        keys.accept(key.host(), key.port(), key.fingerprint(), principal.getName());
    }
}
