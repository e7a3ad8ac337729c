package chaperone.server.fleet;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.callable.HostName;
import chaperone.server.removal.Removed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What is done to one device of the fleet. */
@RestController
@RequestMapping("/api/devices")
class DeviceController {
    private final Fleet fleet;

    DeviceController(Fleet fleet) {
        this.fleet = fleet;
    }

    record TelnetUse(boolean allowed) {}

    @Audited("allowed or forbade Telnet")
    @PutMapping("/{name}/telnet")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void allowTelnet(@PathVariable String name, @RequestBody TelnetUse use, Principal principal) {
        AuditNote.add(use.allowed() ? "allowed" : "forbidden");
        fleet.allowTelnet(name, use.allowed(), principal.getName());
    }

    record NewAddress(
            @NotBlank @HostName @Size(max = 253) String host,
            @Min(1) @Max(65_535) int port) {}

    @Audited("gave a device another address")
    @PutMapping("/{name}/address")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void move(@PathVariable String name, @Valid @RequestBody NewAddress address) {
        fleet.move(name, address.host(), address.port());
    }

    @Audited("removed a device")
    @DeleteMapping("/{name}")
    @Transactional
    public Removed remove(@PathVariable String name, Principal principal) {
        return fleet.remove(List.of(name), principal.getName());
    }

    record DevicesToRemove(@NotEmpty @Size(max = 2000) List<@NotBlank @Size(max = 253) String> devices) {}

    /** All of them or, if one is not there, none. */
    @Audited("removed devices")
    @PostMapping("/remove")
    @Transactional
    public Removed remove(@Valid @RequestBody DevicesToRemove wanted, Principal principal) {
        AuditNote.add(String.join(", ", wanted.devices()));
        return fleet.remove(wanted.devices(), principal.getName());
    }
}
