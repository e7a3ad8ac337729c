package chaperone.server.change;

import chaperone.core.change.ConfigEdit.Misfit;
import chaperone.core.change.PathEdit;
import chaperone.core.change.RunManner;
import chaperone.core.structure.ConfigPath;
import chaperone.server.audit.AuditNote;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.freeze.Freezes;
import chaperone.server.problem.ProblemException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes changes: their edits, their approval, and what becomes of them. */
@Service
public class Changes {
    static final int MOST_EDITS = 2000;
    private static final Duration FARTHEST = Duration.ofDays(366);
    /** One that is stuck on a device may stand on others. */
    private static final List<ChangeState> STANDING = List.of(ChangeState.KEPT, ChangeState.STUCK);

    private final ChangeRepository changes;
    private final ChangeEditRepository edits;
    private final ChangePlans plans;
    private final ChangeReadiness readiness;
    private final ApprovalRules approvals;
    private final Freezes freezes;
    private final Fleet fleet;
    private final Events events;
    private final Clock clock;

    Changes(
            ChangeRepository changes,
            ChangeEditRepository edits,
            ChangePlans plans,
            ChangeReadiness readiness,
            ApprovalRules approvals,
            Freezes freezes,
            Fleet fleet,
            Events events,
            Clock clock) {
        this.changes = changes;
        this.edits = edits;
        this.plans = plans;
        this.readiness = readiness;
        this.approvals = approvals;
        this.freezes = freezes;
        this.fleet = fleet;
        this.events = events;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public Change get(long number) {
        return changes.findById(number).orElseThrow(() -> ProblemException.notFound("change", "C-" + number));
    }

    @Transactional
    public Change start(String title, String by, Optional<Long> undoes) {
        return changes.save(new Change(title, by, clock.instant(), undoes));
    }

    /** The draft to which somebody's edits go, wherever they come from. */
    @Transactional(readOnly = true)
    Optional<Change> openDraft(String account) {
        return changes.findFirstByMadeByAndStateOrderByIdDesc(account, ChangeState.DRAFT);
    }

    /** The change of this number; else one's own open draft, or a new one. */
    @Transactional
    public Change draft(Optional<Long> number, String by) {
        return number.map(this::get).or(() -> openDraft(by)).orElseGet(() -> start("", by, Optional.empty()));
    }

    /** @throws ProblemException if the change may not be altered any more */
    @Transactional
    ChangeEdit add(Change change, Device device, EditKind kind, EditContent content, String note, String by) {
        editable(change);
        if (edits.countByChangeId(change.id()) >= MOST_EDITS) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "too-many-edits",
                    "C-" + change.id() + " holds " + MOST_EDITS + " edits already.",
                    "Begin another change.");
        }
        byte[] sealed = plans.seal(change.id(), device.id(), content);
        ChangeEdit edit = edits.save(new ChangeEdit(change.id(), device.id(), kind, sealed, note, by, clock.instant()));
        AuditNote.add(
                "C-" + change.id() + ", " + device.name() + ", " + kind.name().toLowerCase(Locale.ROOT));
        moved(change);
        return edit;
    }

    /**
     * What further lines for a device are typed to: what it runs, after the edits of a change if one is named.
     *
     * @param before an edit of that change with which this ends
     * @throws ProblemException if the device cannot be altered, or was never copied
     */
    @Transactional(readOnly = true)
    public String standing(Device device, Optional<Long> change, Optional<Long> before) {
        plans.mustBeEditable(device);
        return plans.promised(change.map(number -> get(number).id()).orElse(0L), device, before);
    }

    /** Lines as somebody types them to the device. */
    @Transactional
    public void addLines(Change change, Device device, List<String> lines, String by) {
        add(change, device, EditKind.LINES, EditContent.typed(lines), "", by);
    }

    /** One statement of a device's configuration, named by its path. */
    @Transactional
    public void addStatement(Change change, Device device, PathEdit edit, String note, String by) {
        plans.mustBeEditable(device);
        add(change, device, EditKind.STATEMENT, EditContent.at(edit), note, by);
    }

    /** Lines that a template came to. */
    @Transactional
    public void addFilled(Change change, Device device, List<String> lines, String template, String by) {
        plans.mustBeEditable(device);
        add(change, device, EditKind.TEMPLATE, EditContent.typed(lines), template, by);
    }

    @Transactional
    void rewrite(Change change, long editId, List<String> lines, String by) {
        ChangeEdit edit = edit(change, editId);
        if (edit.kind() != EditKind.LINES) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "not-typed",
                    "Only lines that somebody typed can be altered.",
                    "Take this edit out and make another one.");
        }
        editable(change);
        edit.say(plans.seal(change.id(), edit.device(), EditContent.typed(lines)), by, clock.instant());
        moved(change);
    }

    @Transactional
    void remove(Change change, long editId) {
        ChangeEdit edit = edit(change, editId);
        editable(change);
        edits.delete(edit);
        moved(change);
    }

    /** Statements in which an edit does not fit what stands today: they are left as they are. */
    @Transactional
    void leaveOutMisfits(Change change, long editId, String by) {
        ChangeEdit edit = edit(change, editId);
        editable(change);
        DevicePlan plan = plans.of(change).stream()
                .filter(each -> each.device().id() == edit.device())
                .findFirst()
                .orElseThrow();
        List<Misfit> misfits = plan.target().misfits().getOrDefault(plan.edits().indexOf(editId), List.of());
        EditContent content = plans.open(edit);
        Set<ConfigPath> leftOut = new HashSet<>();
        content.leftOut().forEach(steps -> leftOut.add(new ConfigPath(steps)));
        misfits.forEach(misfit -> misfit.path().ifPresent(leftOut::add));
        edit.say(plans.seal(change.id(), edit.device(), content.leavingOut(leftOut)), by, clock.instant());
        moved(change);
    }

    /** @param order names of devices; those that are not named come last */
    @Transactional
    void describe(
            Change change,
            String title,
            String note,
            String acknowledged,
            boolean savesFirst,
            RunManner manner,
            List<String> order) {
        editable(change);
        boolean runsOtherwise = change.savesFirst() != savesFirst
                || !change.acknowledged().equals(acknowledged)
                || !change.manner().equals(manner)
                || !change.order().equals(order);
        if (runsOtherwise) change.backToDraft();
        change.describe(title, note);
        change.saveFirst(savesFirst);
        change.acknowledge(acknowledged);
        change.runIn(manner, order);
        events.changeMoved(change.id());
    }

    /** @throws ProblemException if there is nothing to send, or something in its way */
    @Transactional
    public void propose(Change change, String by) {
        if (change.state() != ChangeState.DRAFT) throw wrongState(change, "proposed");
        List<DevicePlan> all = readiness.of(change);
        change.propose(by, clock.instant(), ChangePlans.digest(all));
        if (needOf(change) == ApprovalNeed.NOBODY) change.needsNoApproval();
        events.changeMoved(change.id());
    }

    /** By somebody who takes what was proposed as it is. */
    @Transactional
    public void approveAsProposed(Change change, String by) {
        approve(change, ChangePlans.digest(readiness.of(change)), by, true);
    }

    /**
     * @param digest of the preview that whoever approves has seen
     * @param isApprover whether they may approve whatever the rule says
     * @throws ProblemException if it is not theirs to approve, or the preview has moved
     */
    @Transactional
    void approve(Change change, byte[] digest, String by, boolean isApprover) {
        if (change.state() != ChangeState.PROPOSED) throw wrongState(change, "approved");
        approvals.mustBeFree("C-" + change.id(), authors(change), by, isApprover);
        byte[] now = ChangePlans.digest(readiness.of(change));
        if (!change.isOf(now) || !Arrays.equals(now, digest)) throw previewMoved(change);
        change.approve(by, clock.instant());
        events.changeMoved(change.id());
    }

    /** Whose approval it needs. */
    ApprovalNeed needOf(Change change) {
        return approvals.needOf(authors(change));
    }

    private Set<String> authors(Change change) {
        Set<String> authors = edits.findByChangeIdOrderById(change.id()).stream()
                .map(ChangeEdit::madeBy)
                .collect(Collectors.toSet());
        authors.add(change.madeBy());
        change.proposedBy().ifPresent(authors::add);
        return authors;
    }

    @Transactional
    void backToDraft(Change change) {
        if (change.state() != ChangeState.PROPOSED && change.state() != ChangeState.APPROVED)
            throw wrongState(change, "taken back");
        change.backToDraft();
        events.changeMoved(change.id());
    }

    @Transactional
    void drop(Change change) {
        if (!change.state().isOpen()) throw wrongState(change, "dropped");
        change.ended(ChangeState.DROPPED, clock.instant());
        events.changeMoved(change.id());
    }

    /** Changes that ended at a moment or later and may stand on some device, the newest first. */
    @Transactional(readOnly = true)
    public List<Change> standingSince(Instant at) {
        return changes.findByStateInAndEndedAtGreaterThanEqualOrderByEndedAtDescIdDesc(STANDING, at);
    }

    /** A new change with the edits of an earlier one for some of its devices, and in its manner. */
    @Transactional
    public Change again(Change earlier, Set<Long> devices, String by) {
        Change change = start(earlier.title(), by, Optional.empty());
        change.describe(earlier.title(), earlier.note());
        change.saveFirst(earlier.savesFirst());
        change.runIn(earlier.manner(), earlier.order());
        for (ChangeEdit edit : edits.findByChangeIdOrderById(earlier.id())) {
            if (!devices.contains(edit.device())) continue;
            fleet.find(edit.device())
                    .ifPresent(device -> add(change, device, edit.kind(), plans.open(edit), edit.note(), by));
        }
        return change;
    }

    /**
     * What a change brought to a device.
     *
     * @param change its number
     * @param after what stood when it was kept
     */
    public record Brought(long change, Device device, String before, String after) {}

    /** A new change that takes back what an earlier one brought, and others with it. */
    @Transactional
    public Change undo(Change earlier, String title, List<Brought> brought, String by) {
        Change change = start(title + earlier.id(), by, Optional.of(earlier.id()));
        for (Brought each : brought) {
            EditContent content = EditContent.between(each.after(), each.before(), Set.of());
            add(change, each.device(), EditKind.UNDO, content, "C-" + each.change(), by);
        }
        return change;
    }

    /**
     * What was approved, if it is still what would be sent.
     *
     * @throws ProblemException if it is not approved, its devices have moved since, or a freeze holds one
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<DevicePlan> begin(Change change) {
        if (change.state() != ChangeState.APPROVED) throw wrongState(change, "run");
        List<DevicePlan> all = readiness.of(change);
        freezes.refuse(all.stream().map(DevicePlan::device).toList());
        if (!change.isOf(ChangePlans.digest(all))) throw previewMoved(change);
        change.running();
        events.changeMoved(change.id());
        return all;
    }

    /** @throws ProblemException if it is not approved, or the moment is not to come */
    @Transactional
    public void due(Change change, Instant at, String by) {
        if (change.state() != ChangeState.APPROVED) throw wrongState(change, "run at a time");
        Instant now = clock.instant();
        if (!at.isAfter(now) || at.isAfter(now.plus(FARTHEST)))
            throw ProblemException.ofField("at", "It has to be a moment to come, within a year.");
        change.due(at, by);
        events.changeMoved(change.id());
    }

    @Transactional
    public void notDue(Change change) {
        if (change.dueAt().isEmpty()) throw wrongState(change, "kept from running at a time: it is not due");
        change.notDue();
        events.changeMoved(change.id());
    }

    /** Numbers of the changes whose time has come. */
    @Transactional(readOnly = true)
    public List<Long> due() {
        return changes.due(clock.instant());
    }

    /** It was due, and something was in its way. */
    @Transactional
    public void didNotRun(long number, String why) {
        Change change = get(number);
        change.didNotRun(why);
        events.changeMoved(number);
    }

    /** A run came to its end. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void end(Change change, ChangeState how) {
        change.ended(how, clock.instant());
        events.changeMoved(change.id());
    }

    ChangeEdit edit(Change change, long id) {
        return edits.findById(id)
                .filter(edit -> edit.change() == change.id())
                .orElseThrow(() -> ProblemException.notFound("edit", id));
    }

    /** An edit takes an approval back: what was approved is not this any more. */
    private void editable(Change change) {
        if (!change.state().isOpen()) throw wrongState(change, "altered");
    }

    private void moved(Change change) {
        change.backToDraft();
        events.changeMoved(change.id());
    }

    private static ProblemException wrongState(Change change, String deed) {
        return new ProblemException(
                HttpStatus.CONFLICT,
                "wrong-state",
                "C-" + change.id() + " is " + ChangeViews.words(change.state()) + " and cannot be " + deed + ".",
                "Load the page again to see how it stands.");
    }

    private static ProblemException previewMoved(Change change) {
        return new ProblemException(
                HttpStatus.CONFLICT,
                "preview-moved",
                "What C-" + change.id() + " would send is not what was proposed: a device has changed since.",
                "Take it back to a draft, look at the preview and propose it again.");
    }

    Device device(String name) {
        return fleet.get(name);
    }
}
