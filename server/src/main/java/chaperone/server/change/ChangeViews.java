package chaperone.server.change;

import chaperone.core.change.ConfigEdit.Misfit;
import chaperone.core.change.Remark;
import chaperone.core.config.ConfigBytes;
import chaperone.core.patch.Command;
import chaperone.core.patch.Patch;
import chaperone.core.platform.Platform;
import chaperone.core.structure.ConfigPath;
import chaperone.core.structure.StructureDiff;
import chaperone.server.compare.CompareView;
import chaperone.server.compare.TextComparison;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretMasks;
import chaperone.server.standard.Soundness;
import chaperone.server.standard.Soundness.Breach;
import chaperone.server.touch.Touches;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Changes as pages and programs get them; secrets are masked. */
@Component
public class ChangeViews {
    private final ChangeEditRepository edits;
    private final ChangePlans plans;
    private final Changes changes;
    private final Fleet fleet;
    private final PlatformRegistry platforms;
    private final Soundness soundness;
    private final SecretMasks masks;
    private final TextComparison comparisons;
    private final OpenChanges overlaps;
    private final Touches touches;

    /** @param edits how many there are; {@code devices} are those they are for */
    record ChangeRow(
            long number,
            String title,
            ChangeState state,
            String madeBy,
            Instant madeAt,
            Optional<String> approvedBy,
            Optional<Instant> endedAt,
            Optional<Instant> dueAt,
            String notRun,
            Optional<Long> undoes,
            int edits,
            List<String> devices) {}

    /**
     * @param about which statement is meant by an edit of one, and what becomes of it; empty for other edits
     * @param lines what was typed; empty for edits of another kind
     */
    public record ChangeEditView(
            long id,
            String device,
            EditKind kind,
            String about,
            List<String> lines,
            int leftOut,
            String note,
            String madeBy,
            Instant madeAt) {}

    public record ChangeView(
            long number,
            String title,
            String note,
            ChangeState state,
            boolean savesFirst,
            String acknowledged,
            boolean allOrNone,
            int atOnce,
            int stopAfter,
            List<String> order,
            String madeBy,
            Instant madeAt,
            Optional<String> proposedBy,
            Optional<Instant> proposedAt,
            Optional<String> approvedBy,
            Optional<Instant> approvedAt,
            Optional<Instant> endedAt,
            Optional<Instant> dueAt,
            Optional<String> dueBy,
            String notRun,
            Optional<Long> undoes,
            ApprovalNeed needs,
            List<ChangeEditView> edits) {}

    record CommandView(Command.Kind kind, String line) {}

    /** @param line of the lines that somebody typed, from 0 */
    record MisfitView(long edit, Optional<Integer> line, String message, Optional<String> found, boolean mayLeaveOut) {}

    record RemarkView(Remark.Kind kind, String about) {}

    record PlanCounts(int added, int modified, int removed, int moved) {
        static PlanCounts of(StructureDiff.Counts counts) {
            return new PlanCounts(counts.added(), counts.modified(), counts.removed(), counts.moved());
        }
    }

    /** @param baseRevision of the running configuration that it starts from */
    record DevicePreview(
            String device,
            String platform,
            int baseRevision,
            boolean isReady,
            PlanCounts counts,
            List<CommandView> commands,
            List<CommandView> undo,
            List<RemarkView> remarks,
            List<MisfitView> misfits,
            List<Breach> breaches) {}

    /**
     * @param digest of what would be sent: whoever approves says what was seen
     * @param isAsProposed whether it is what was proposed; true as long as nothing was
     */
    record ChangePreview(String digest, boolean isAsProposed, List<DevicePreview> devices) {}

    ChangeViews(
            ChangeEditRepository edits,
            ChangePlans plans,
            Changes changes,
            Fleet fleet,
            PlatformRegistry platforms,
            Soundness soundness,
            SecretMasks masks,
            TextComparison comparisons,
            OpenChanges overlaps,
            Touches touches) {
        this.touches = touches;
        this.soundness = soundness;
        this.comparisons = comparisons;
        this.overlaps = overlaps;
        this.edits = edits;
        this.plans = plans;
        this.changes = changes;
        this.fleet = fleet;
        this.platforms = platforms;
        this.masks = masks;
    }

    static String words(ChangeState state) {
        return switch (state) {
            case DRAFT -> "a draft";
            case PROPOSED -> "waiting for approval";
            case APPROVED -> "approved";
            case RUNNING -> "running";
            case KEPT -> "kept";
            case STUCK -> "stuck";
            case DROPPED -> "dropped";
        };
    }

    /** Two queries for all of them, however many there are. */
    List<ChangeRow> rows(List<Change> changes) {
        Map<Long, List<ChangeEdit>> byChange =
                edits.findByChangeIdIn(changes.stream().map(Change::id).toList()).stream()
                        .collect(Collectors.groupingBy(ChangeEdit::change));
        List<Long> ids = byChange.values().stream()
                .flatMap(List::stream)
                .map(ChangeEdit::device)
                .distinct()
                .toList();
        Map<Long, String> names = fleet.with(ids).stream().collect(Collectors.toMap(Device::id, Device::name));
        return changes.stream()
                .map(change -> row(change, byChange.getOrDefault(change.id(), List.of()), names))
                .toList();
    }

    private static ChangeRow row(Change change, List<ChangeEdit> own, Map<Long, String> names) {
        return new ChangeRow(
                change.id(),
                change.title(),
                change.state(),
                change.madeBy(),
                change.madeAt(),
                change.approvedBy(),
                change.endedAt(),
                change.dueAt(),
                change.notRun(),
                change.undoes(),
                own.size(),
                own.stream()
                        .map(edit -> names.get(edit.device()))
                        .filter(Objects::nonNull)
                        .distinct()
                        .sorted()
                        .toList());
    }

    public ChangeView view(Change change) {
        return new ChangeView(
                change.id(),
                change.title(),
                change.note(),
                change.state(),
                change.savesFirst(),
                change.acknowledged(),
                change.manner().isAllOrNone(),
                change.manner().atOnce(),
                change.manner().stopAfter(),
                change.order(),
                change.madeBy(),
                change.madeAt(),
                change.proposedBy(),
                change.proposedAt(),
                change.approvedBy(),
                change.approvedAt(),
                change.endedAt(),
                change.dueAt(),
                change.dueBy(),
                change.notRun(),
                change.undoes(),
                changes.needOf(change),
                edits.findByChangeIdOrderById(change.id()).stream()
                        .map(this::view)
                        .toList());
    }

    ChangeEditView view(ChangeEdit edit) {
        EditContent content = plans.open(edit);
        var device = fleet.find(edit.device()).orElseThrow();
        Platform platform = platforms.get(device.platform());
        return new ChangeEditView(
                edit.id(),
                device.name(),
                edit.kind(),
                content.statement()
                        .map(StatementContent::says)
                        .map(said -> masks.shown(platform, said))
                        .orElse(""),
                shown(platform, said(content)),
                content.leftOut().size(),
                edit.note(),
                edit.madeBy(),
                edit.madeAt());
    }

    private static List<String> said(EditContent content) {
        return content.statement()
                .flatMap(StatementContent::text)
                .map(text ->
                        ConfigBytes.printable(ConfigBytes.decode(text)).lines().toList())
                .orElse(content.lines());
    }

    /** Lines as somebody typed them, in place of those that came back as they were shown: with their secrets masked. */
    List<String> unmasked(ChangeEdit edit, List<String> lines) {
        List<String> typed = plans.open(edit).lines();
        var device = fleet.find(edit.device()).orElseThrow();
        List<String> shown = shown(platforms.get(device.platform()), typed);
        if (shown.size() != typed.size()) return lines;
        Map<String, String> known = new HashMap<>();
        for (int i = 0; i < typed.size(); i++) known.put(shown.get(i), typed.get(i));
        return lines.stream().map(line -> known.getOrDefault(line, line)).toList();
    }

    /** Together: a line may be a secret only for what stands around it. */
    private List<String> shown(Platform platform, List<String> lines) {
        return lines.isEmpty()
                ? List.of()
                : masks.shown(platform, String.join("\n", lines)).lines().toList();
    }

    ChangePreview preview(Change change) {
        List<DevicePlan> all = plans.of(change);
        List<DevicePlan> sent =
                all.stream().filter(plan -> plan.target().isReady()).toList();
        byte[] digest = ChangePlans.digest(sent);
        Overlaps others = overlaps.of(change, all);
        Map<Long, String> partners =
                touches.partnersLeftOut(all.stream().map(DevicePlan::device).toList());
        boolean isOpen = change.state() == ChangeState.PROPOSED || change.state() == ChangeState.APPROVED;
        return new ChangePreview(
                HexFormat.of().formatHex(digest),
                !isOpen || change.isOf(digest),
                all.stream().map(plan -> preview(plan, others, partners)).toList());
    }

    CompareView comparison(Change change, String device, int context) {
        DevicePlan plan = plans.of(change).stream()
                .filter(each -> each.device().name().equals(device))
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("device of this change", device));
        String before = plan.model().written(plan.target().promise().base());
        String after = plan.model().written(plan.target().promise().text());
        return comparisons.between(plan.device(), before, after, context);
    }

    private DevicePreview preview(DevicePlan plan, Overlaps others, Map<Long, String> partners) {
        Platform platform = platforms.get(plan.device().platform());
        List<RemarkView> remarks = new ArrayList<>();
        plan.remarks().forEach(remark -> remarks.add(view(platform, remark)));
        others.with(plan).forEach(remark -> remarks.add(view(platform, remark)));
        Set<String> ports = plan.model()
                .portsAltered(
                        plan.target().promise().base(), plan.target().promise().text());
        for (String behind : touches.behind(plan.device(), ports))
            remarks.add(new RemarkView(Remark.Kind.SOMEBODY_BEHIND, behind));
        Optional.ofNullable(partners.get(plan.device().id()))
                .ifPresent(partner -> remarks.add(new RemarkView(Remark.Kind.PARTNER_LEFT_OUT, partner)));
        plan.target().remarks().forEach(remark -> remarks.add(view(platform, remark)));
        return new DevicePreview(
                plan.device().name(),
                plan.device().platform(),
                plan.baseRevision(),
                plan.target().isReady(),
                PlanCounts.of(plan.target().differences().counts()),
                commands(platform, plan.target().commands()),
                commands(platform, plan.target().undo()),
                remarks,
                misfits(plan),
                soundness.breaches(
                        plan.device(),
                        plan.target().promise().base(),
                        plan.target().promise().text()));
    }

    private RemarkView view(Platform platform, Remark remark) {
        return new RemarkView(remark.kind(), masks.shown(platform, remark.about()));
    }

    private List<CommandView> commands(Platform platform, Patch patch) {
        return patch.commands().stream()
                .map(command -> new CommandView(command.kind(), masks.shown(platform, command.line())))
                .toList();
    }

    private List<MisfitView> misfits(DevicePlan plan) {
        Platform platform = platforms.get(plan.device().platform());
        List<MisfitView> views = new ArrayList<>();
        Map<Integer, List<Misfit>> sorted = new TreeMap<>(plan.target().misfits());
        sorted.forEach((index, misfits) -> {
            for (Misfit misfit : misfits) views.add(view(platform, plan.edits().get(index), misfit));
        });
        return views;
    }

    private MisfitView view(Platform platform, long edit, Misfit misfit) {
        return new MisfitView(
                edit,
                misfit.line(),
                masks.shown(platform, ConfigBytes.printable(misfit.message())),
                misfit.found().map(text -> masks.shown(platform, text)),
                misfit.path().filter(path -> !path.equals(ConfigPath.ROOT)).isPresent());
    }
}
