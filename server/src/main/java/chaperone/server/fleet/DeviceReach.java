package chaperone.server.fleet;

import chaperone.connect.conversation.Endpoint;
import chaperone.server.callable.CallRules;
import chaperone.server.credential.CredentialSets;
import chaperone.server.hostkey.HostKeys;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.problem.ProblemException;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Alters how devices are reached and read. To be called within a transaction. */
@Component
public class DeviceReach {
    private final DeviceRepository devices;
    private final HostKeys keys;
    private final DeviceFacts facts;
    private final CallRules rules;
    private final CredentialSets credentials;

    /** @param platform its name: what the device is called with and how its configurations are read */
    public record Reach(int port, String platform, boolean telnetAllowed) {
        public static Reach of(Device device) {
            return new Reach(device.port(), device.platform(), device.isTelnetAllowed());
        }
    }

    DeviceReach(
            DeviceRepository devices, HostKeys keys, DeviceFacts facts, CallRules rules, CredentialSets credentials) {
        this.devices = devices;
        this.keys = keys;
        this.facts = facts;
        this.rules = rules;
        this.credentials = credentials;
    }

    /** @throws ProblemException if another device is there already, or nobody may call there; nothing is altered then */
    public void change(Device device, Reach wanted) {
        if (!wanted.platform().equals(device.platform())) checkSerial(device, wanted.platform());
        if (wanted.port() != device.port()) move(device, device.host(), wanted.port());
        if (!wanted.platform().equals(device.platform())) device.readAs(wanted.platform());
        if (wanted.telnetAllowed() != device.isTelnetAllowed()) device.allowTelnet(wanted.telnetAllowed());
    }

    /**
     * Why a device cannot be followed when it goes to another address; nothing if it can. Only its own key tells that it is
     * the same device there.
     */
    @Transactional(readOnly = true)
    public Optional<String> whyNotFollowed(Device device, String host) {
        Endpoint place = new Endpoint(host, device.port());
        return rules.reason(place)
                .or(() -> credentials.scope(device.credentialSet()).reason(place, device.siteName()))
                .or(() -> devices.findByHostAndPort(host, device.port())
                        .filter(other -> other.id() != device.id())
                        .map(other -> "it is the address of " + other.name()))
                .or(() -> keys.pinned(device.host(), device.port()).isPresent()
                        ? Optional.empty()
                        : Optional.of("it shows no key by which it is known again"));
    }

    /** @throws ProblemException if the place may not be called, or another device has it */
    private void checkFree(Device device, Endpoint place) {
        rules.reason(place).ifPresent(why -> {
            throw new ProblemException(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "not-callable",
                    "This address may not be called: " + why + ".",
                    ConversationOutcome.NOT_CALLABLE.advice());
        });
        devices.findByHostAndPort(place.host(), place.port()).ifPresent(other -> {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "address-taken",
                    "\"" + other.name() + "\" has the address " + place + " that \"" + device.name()
                            + "\" was to have.",
                    "Give that device its own address first, or remove it.");
        });
    }

    /** The key that the device showed before has to be its key at the new place too. */
    void move(Device device, String host, int port) {
        checkFree(device, new Endpoint(host, port));
        String before = new Endpoint(device.host(), device.port()).toString();
        keys.carryOver(device.host(), device.port(), host, port);
        device.moveTo(host, port);
        facts.note(device, EventKind.ADDRESS, before, new Endpoint(host, port).toString());
    }

    private void checkSerial(Device device, String platform) {
        if (device.serial().isEmpty()) return;
        devices.findByPlatformAndSerial(platform, device.serial()).ifPresent(other -> {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "serial-taken",
                    "\"" + other.name() + "\" is of that platform and has the serial number of \"" + device.name()
                            + "\".",
                    "They are the same device: remove one of them.");
        });
    }
}
