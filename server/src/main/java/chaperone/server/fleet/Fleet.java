package chaperone.server.fleet;

import chaperone.connect.Connector.Met;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.Target;
import chaperone.core.inventory.DeviceName;
import chaperone.server.audit.AuditNote;
import chaperone.server.credential.CredentialSets;
import chaperone.server.event.Events;
import chaperone.server.hostkey.HostKeys;
import chaperone.server.problem.ProblemException;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import chaperone.server.site.Site;
import chaperone.server.site.SiteRepository;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The devices of the fleet. */
@Service
public class Fleet {
    private static final Logger LOG = LoggerFactory.getLogger(Fleet.class);

    private final DeviceRepository devices;
    private final SiteRepository sites;
    private final HostKeys keys;
    private final CredentialSets credentials;
    private final DeviceFacts facts;
    private final DeviceReach reach;
    private final Removals removals;
    private final Events events;
    private final Clock clock;

    /** How a device that was met came into the fleet, or why not. */
    public sealed interface Admission {
        record Added(String name) implements Admission {}

        /** It is there under another address; {@code by} says how that was seen. */
        record SameDevice(String name, String where, String by) implements Admission {}

        record NameTaken(String name, String by) implements Admission {}
    }

    Fleet(
            DeviceRepository devices,
            SiteRepository sites,
            HostKeys keys,
            CredentialSets credentials,
            DeviceFacts facts,
            DeviceReach reach,
            Removals removals,
            Events events,
            Clock clock) {
        this.devices = devices;
        this.sites = sites;
        this.keys = keys;
        this.credentials = credentials;
        this.facts = facts;
        this.reach = reach;
        this.removals = removals;
        this.events = events;
        this.clock = clock;
    }

    /** A device and how it stands. */
    public record Standing(long id, String name, String site, String role, String model, FourAnswers answers) {}

    /** Every device, in the order of the names. */
    @Transactional(readOnly = true)
    public List<Standing> standings() {
        return devices.findAllByOrderByName().stream()
                .map(device -> new Standing(
                        device.id(), device.name(), device.siteName(), device.role(), device.model(), device.answers()))
                .toList();
    }

    @Transactional(readOnly = true)
    public Optional<Device> find(long id) {
        return devices.findById(id);
    }

    @Transactional(readOnly = true)
    public Device get(String name) {
        return named(name).orElseThrow(() -> ProblemException.notFound("device", name));
    }

    /** Whatever its case, if that leaves one. */
    @Transactional(readOnly = true)
    public Optional<Device> named(String name) {
        return devices.findByName(name).or(() -> {
            List<Device> alike = devices.findByNameIgnoreCase(name);
            return alike.size() == 1 ? Optional.of(alike.get(0)) : Optional.empty();
        });
    }

    /** @param isOwnAddress whether the message was sent from the address of the device that it names, or at which it is */
    public record Sender(Device device, boolean isOwnAddress) {}

    /**
     * The device that a message comes from: by where it was sent from, and among those at one address by the name that
     * it gives itself (RFC 5424 allows an address and a name with its domain, too). What comes from elsewhere only says
     * that it is of the device of that name.
     */
    @Transactional(readOnly = true)
    public Optional<Sender> sender(String host, String address) {
        Optional<Device> claimed =
                named(host).or(() -> onlyOneOf(devices.findByHost(host))).or(() -> named(host.split("\\.", 2)[0]));
        List<Device> there = devices.findByHost(address);
        Optional<Device> own = claimed.filter(device -> there.contains(device) || isAt(device, address))
                .or(() -> onlyOneOf(there));
        return own.map(device -> new Sender(device, true)).or(() -> claimed.map(device -> new Sender(device, false)));
    }

    private static Optional<Device> onlyOneOf(List<Device> found) {
        return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
    }

    /** A device may be kept by its name instead of its address. */
    private static boolean isAt(Device device, String address) {
        try {
            InetAddress wanted = InetAddress.getByName(address);
            return List.of(InetAddress.getAllByName(device.host())).contains(wanted);
        } catch (UnknownHostException e) {
            return false;
        }
    }

    /** Those of the names that devices have. */
    @Transactional(readOnly = true)
    public List<String> known(Collection<String> names) {
        return names.isEmpty()
                ? List.of()
                : devices.findByNameIn(names).stream().map(Device::name).toList();
    }

    /** Whatever their ports. */
    @Transactional(readOnly = true)
    public List<Device> atHosts(Collection<String> hosts) {
        return hosts.isEmpty() ? List.of() : devices.findByHostIn(hosts);
    }

    @Transactional(readOnly = true)
    public Optional<Device> at(String host, int port) {
        return devices.findByHostAndPort(host, port);
    }

    /** These devices, or all of them if {@code names} is empty; with their sites. */
    @Transactional(readOnly = true)
    public List<Device> choose(Collection<String> names) {
        if (names.isEmpty()) return devices.findAllByOrderByName();
        List<Device> found = devices.findByNameIn(names);
        Set<String> known = found.stream().map(Device::name).collect(Collectors.toSet());
        names.stream().filter(name -> !known.contains(name)).findFirst().ifPresent(name -> {
            throw ProblemException.notFound("device", name);
        });
        return found;
    }

    /** Those that are still there. */
    @Transactional(readOnly = true)
    public List<Device> with(Collection<Long> ids) {
        return devices.findAllById(ids);
    }

    /** Those that did not save what they run. */
    @Transactional(readOnly = true)
    public List<Device> unsaved() {
        return devices.findBySavedEqualsRunningFalseOrderByName();
    }

    /** The ids of all devices of a model. */
    @Transactional(readOnly = true)
    public List<Long> ofModel(String platform, String model) {
        return devices.idsOfModel(platform, model);
    }

    /** Whom to talk to, with its log-in in the clear; counts as a use of its credential set. */
    @Transactional(readOnly = true)
    public Target target(Device device) {
        return target(
                device,
                credentials.open(
                        device.credentialSet(), new Endpoint(device.host(), device.port()), device.siteName()));
    }

    /** The same with a log-in of somebody's own. */
    @Transactional(readOnly = true)
    public Target target(Device device, Login login) {
        return new Target(
                new Endpoint(device.host(), device.port()),
                login,
                keys.pinned(device.host(), device.port()),
                device.isTelnetAllowed());
    }

    @Transactional
    public void addSite(String code, String name) {
        if (sites.named(name).isEmpty()) sites.saveAndFlush(new Site(code, name));
    }

    /** A device that nobody says anything of but its address. */
    @Transactional
    public Admission admit(Target target, Met met, long credentialSet) {
        return admit(target, met, new Placement(credentialSet, "", "", List.of()));
    }

    /**
     * What somebody says of a device that is to come in.
     *
     * @param site its name, which is added if nobody has it; empty if the device's own name is to tell it
     * @param role empty if the device's own name is to tell it
     */
    public record Placement(long credentialSet, String site, String role, List<String> tags) {
        public Placement {
            tags = List.copyOf(tags);
        }
    }

    /** Takes a device that was met into the fleet, unless it is there under this or another address. */
    @Transactional
    public Admission admit(Target target, Met met, Placement placement) {
        String host = target.endpoint().host();
        int port = target.endpoint().port();
        Optional<Admission> same = sameDevice(host, port, met);
        if (same.isPresent()) return same.get();
        Device device = new Device(host, port, met.platform().name(), placement.credentialSet(), clock.instant());
        met.facts().name().ifPresent(device::rename);
        Optional<Device> sameName = devices.findByName(device.name());
        if (sameName.isPresent()) return new Admission.NameTaken(device.name(), address(sameName.get()));
        Optional<DeviceName> name = DeviceName.read(device.name());
        device.place(
                siteFor(placement.site(), name),
                placement.role().isBlank() ? name.map(DeviceName::roleInWords).orElse("") : placement.role());
        device.tag(placement.tags(), List.of());
        if (met.identity().isEmpty()) device.allowTelnet(true);
        else keys.pinIfFirst(host, port, met.identity());
        devices.saveAndFlush(device);
        facts.begin(device, met.facts());
        devices.flush();
        events.fleetMoved();
        return new Admission.Added(device.name());
    }

    /** Whether passwords may go to this device in the clear. */
    @Transactional
    void allowTelnet(String name, boolean allowed, String account) {
        Device device = get(name);
        LOG.info("{} {} Telnet for {}", account, allowed ? "allowed" : "no longer allows", name);
        device.allowTelnet(allowed);
        events.fleetMoved();
    }

    @Transactional
    Removed remove(List<String> names, String account) {
        List<Device> going = names.stream().distinct().map(this::get).toList();
        String words = going.size() == 1
                ? going.get(0).name()
                : going.size() + " devices: " + going.stream().map(Device::name).collect(Collectors.joining(", "));
        Removed removed = removals.keep(
                RemovalKind.DEVICES,
                words,
                account,
                Map.of("ids", going.stream().map(Device::id).toList()));
        devices.deleteAllByIdInBatch(going.stream().map(Device::id).toList());
        events.fleetMoved();
        return removed;
    }

    /** By the address, the serial number, or, where one of the two tells no serial number, by the host key. */
    private Optional<Admission> sameDevice(String host, int port, Met met) {
        Optional<Admission> byAddress = devices.findByHostAndPort(host, port).map(known -> same(known, "its address"));
        Optional<String> serial = met.facts().serial();
        return byAddress
                .or(() -> serial.flatMap(number ->
                                devices.findByPlatformAndSerial(met.platform().name(), number))
                        .map(known -> same(known, "it has the same serial number")))
                .or(() -> sameKey(met.identity())
                        .filter(known -> serial.isEmpty() || known.serial().isEmpty())
                        .map(known -> same(known, "it shows the same key")));
    }

    private Optional<Device> sameKey(String fingerprint) {
        return fingerprint.isEmpty()
                ? Optional.empty()
                : keys.addressesOf(fingerprint).stream()
                        .flatMap(address -> devices.findByHostAndPort(address.host(), address.port()).stream())
                        .findFirst();
    }

    private static Admission same(Device known, String by) {
        return new Admission.SameDevice(known.name(), address(known), by);
    }

    /**
     * A device that has moved. The key that it showed before has to be its key at the new address too.
     *
     * @throws ProblemException if another device has this address
     */
    @Transactional
    void move(String name, String host, int port) {
        Device device = get(name);
        String before = address(device);
        reach.move(device, host, port);
        AuditNote.add("from " + before + " to " + address(device));
        events.fleetMoved();
    }

    /**
     * A change has led a device to another address, where it has shown its key.
     *
     * @throws ProblemException if another device has this address
     */
    @Transactional
    public void follow(long id, String host) {
        find(id).filter(device -> !device.host().equals(host)).ifPresent(device -> {
            reach.move(device, host, device.port());
            events.fleetMoved();
        });
    }

    private static String address(Device device) {
        return new Endpoint(device.host(), device.port()).toString();
    }

    /**
     * The site that the list names, which is made with the first device that stands there; without one, the site whose
     * short word the name begins with.
     */
    private Optional<Site> siteFor(String wanted, Optional<DeviceName> name) {
        return wanted.isBlank()
                ? name.flatMap(parts -> sites.named(parts.site()))
                : sites.named(wanted).or(() -> newSite(wanted));
    }

    private Optional<Site> newSite(String name) {
        String code = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        String shortened = code.length() > 40 ? code.substring(0, 40) : code;
        sites.addIfNew(shortened, name);
        return sites.named(name).or(() -> sites.findByCode(shortened));
    }
}
