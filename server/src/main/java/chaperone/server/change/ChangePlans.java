package chaperone.server.change;

import chaperone.core.change.AddressMove;
import chaperone.core.change.ConfigEdit;
import chaperone.core.change.ConfigModel;
import chaperone.core.change.ReachedThrough;
import chaperone.core.change.Remark;
import chaperone.core.change.Target;
import chaperone.core.config.ConfigBytes;
import chaperone.core.patch.EditGuard;
import chaperone.core.patch.EditRequests;
import chaperone.core.platform.Platform;
import chaperone.server.content.Contents;
import chaperone.server.credential.LogInAccounts;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceReach;
import chaperone.server.fleet.Fleet;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Text;
import chaperone.server.secret.SecretBox;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Works out what a change will do, from the newest copies of its devices. */
@Service
class ChangePlans {
    private final ChangeEditRepository edits;
    private final Fleet fleet;
    private final DeviceReach reach;
    private final History history;
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final LogInAccounts accounts;
    private final SecretBox box;

    ChangePlans(
            ChangeEditRepository edits,
            Fleet fleet,
            DeviceReach reach,
            History history,
            NoiseRules noise,
            PlatformRegistry platforms,
            LogInAccounts accounts,
            SecretBox box) {
        this.edits = edits;
        this.fleet = fleet;
        this.reach = reach;
        this.history = history;
        this.noise = noise;
        this.platforms = platforms;
        this.accounts = accounts;
        this.box = box;
    }

    /** In the order of the devices' names. */
    @Transactional(readOnly = true)
    public List<DevicePlan> of(Change change) {
        Map<Device, List<ChangeEdit>> byDevice = new LinkedHashMap<>();
        for (ChangeEdit edit : edits.findByChangeIdOrderById(change.id())) {
            fleet.find(edit.device())
                    .ifPresent(device -> byDevice.computeIfAbsent(device, d -> new ArrayList<>())
                            .add(edit));
        }
        return byDevice.entrySet().stream()
                .sorted(Comparator.comparing(entry -> entry.getKey().name()))
                .map(entry -> plan(entry.getKey(), entry.getValue()))
                .toList();
    }

    /** Of these devices only, and only of those that can be planned: whoever asks is about something else. */
    List<DevicePlan> possible(Change change, Set<Long> devices) {
        Map<Long, List<ChangeEdit>> byDevice = edits.findByChangeIdOrderById(change.id()).stream()
                .filter(edit -> devices.contains(edit.device()))
                .collect(Collectors.groupingBy(ChangeEdit::device));
        return byDevice.entrySet().stream()
                .flatMap(entry -> fleet.find(entry.getKey()).stream()
                        .filter(this::isEditable)
                        .flatMap(device -> history.find(device, ConfigKind.RUNNING).stream()
                                .map(base -> plan(device, entry.getValue(), base))))
                .toList();
    }

    /**
     * What stands on a device after the edits of a change.
     *
     * @param before the edit with which this ends, itself not counted; all of them if there is none
     */
    String promised(long change, Device device, Optional<Long> before) {
        List<ChangeEdit> own = edits.findByChangeIdOrderById(change).stream()
                .filter(edit -> edit.device() == device.id())
                .filter(edit -> before.isEmpty() || edit.id() < before.get())
                .toList();
        return plan(device, own).target().promise().text();
    }

    private DevicePlan plan(Device device, List<ChangeEdit> own) {
        mustBeEditable(device);
        return plan(device, own, history.newest(device, ConfigKind.RUNNING));
    }

    private DevicePlan plan(Device device, List<ChangeEdit> own, Text base) {
        Platform platform = platforms.get(device.platform());
        ConfigModel model = ConfigModel.of(platform, noise.of(device));
        List<ConfigEdit> wanted = own.stream().map(each -> open(each).edit()).toList();
        Target target = Target.of(base.whole(), wanted, model);
        List<Remark> remarks = new ArrayList<>(remarks(device, platform));
        ReachedThrough ways =
                new ReachedThrough(device.host(), accounts.of(device.credentialSet()), platform.firstContact());
        for (String lost : ways.lostBy(target, model)) remarks.add(new Remark(Remark.Kind.REACHED_THROUGH, lost));
        AddressMove.of(device.host(), target.promise(), model)
                .ifPresent(move -> remarks.add(follows(device, move.other(device.host()))));
        return new DevicePlan(
                device,
                base.revision().number(),
                model,
                target,
                own.stream().map(ChangeEdit::id).toList(),
                remarks);
    }

    private Remark follows(Device device, String host) {
        return reach.whyNotFollowed(device, host)
                .map(why -> new Remark(Remark.Kind.NOT_FOLLOWED, host + ": " + why))
                .orElseGet(() -> new Remark(Remark.Kind.NEW_ADDRESS, host));
    }

    private static List<Remark> remarks(Device device, Platform platform) {
        Optional<EditGuard> guard = platform.edit().flatMap(EditRequests::guard);
        if (guard.isEmpty()) return List.of(new Remark(Remark.Kind.NO_GUARD, platform.title()));
        boolean isUnsaved = device.isSavedRunning().filter(same -> !same).isPresent();
        boolean losesThem = guard.get().goesBackTo() == EditGuard.GoesBackTo.SAVED;
        return isUnsaved && losesThem ? List.of(new Remark(Remark.Kind.UNSAVED_LINES, "")) : List.of();
    }

    EditContent open(ChangeEdit edit) {
        return EditContent.of(box.openBytes(edit.content(), place(edit.change(), edit.device())));
    }

    byte[] seal(long change, long device, EditContent content) {
        return box.seal(content.asBytes(), place(change, device));
    }

    private static String place(long change, long device) {
        return "change " + change + " device " + device;
    }

    /** Of all that would be sent, and of what it starts from: two previews with one digest promise the same, in any order. */
    static byte[] digest(List<DevicePlan> plans) {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        List<DevicePlan> sorted = plans.stream()
                .sorted(Comparator.comparing((DevicePlan plan) -> plan.device().name()))
                .toList();
        for (DevicePlan plan : sorted) {
            all.writeBytes(ConfigBytes.encode(plan.device().id() + "\n"));
            all.writeBytes(Contents.sha256(settled(plan, plan.target().promise().base())));
            all.writeBytes(Contents.sha256(settled(plan, plan.target().promise().text())));
            all.writeBytes(Contents.sha256(ConfigBytes.encode(
                    String.join("\n", plan.target().commands().lines()))));
        }
        return Contents.sha256(all.toByteArray());
    }

    /** Without noise: a clock that moves is no other preview. */
    private static byte[] settled(DevicePlan plan, String text) {
        return ConfigBytes.encode(plan.model().settled(text));
    }

    /** @throws ProblemException if its platform does not say how it is altered */
    void mustBeEditable(Device device) {
        if (!isEditable(device)) throw notEditable(device);
    }

    private boolean isEditable(Device device) {
        return platforms.get(device.platform()).editWay().isPresent();
    }

    private static ProblemException notEditable(Device device) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "not-editable",
                device.name() + " cannot be altered: its platform \"" + device.platform()
                        + "\" does not say how statements are put.",
                "Add \"edit\" with its \"words\" to the platform, or choose another one for the device.");
    }
}
