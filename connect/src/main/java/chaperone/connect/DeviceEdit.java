package chaperone.connect;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Written;
import chaperone.core.patch.EditGuard;
import chaperone.core.patch.EditRequests;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Gives lines of configuration to a device: all of them or none that the device's own draft can take back. */
public final class DeviceEdit {
    private static final int NO_LINE = -1;

    private final Conversation conversation;
    private final EditRequests requests;
    private final Optional<EditGuard.Terms> terms;
    private final Runnable beforeEachWrite;
    private boolean isBegun;

    private DeviceEdit(
            Conversation conversation,
            EditRequests requests,
            Optional<EditGuard.Terms> terms,
            Runnable beforeEachWrite) {
        this.conversation = conversation;
        this.requests = requests;
        this.terms = terms;
        this.beforeEachWrite = beforeEachWrite;
    }

    /** Without a guard. */
    public static EditResult apply(Conversation conversation, EditRequests requests, List<String> lines) {
        return new DeviceEdit(conversation, requests, Optional.empty(), () -> {}).give(lines);
    }

    /**
     * Under the family's guard, if it has one: what is applied is undone by itself after that time.
     *
     * @param terms a longer time than the family takes is cut
     * @param beforeEachWrite throws if nothing may be written any more; what it throws goes through
     */
    public static EditResult guarded(
            Conversation conversation,
            EditRequests requests,
            List<String> lines,
            EditGuard.Terms terms,
            Runnable beforeEachWrite) {
        Optional<EditGuard.Terms> taken =
                requests.guard().map(guard -> new EditGuard.Terms(guard.within(terms.time()), terms.token()));
        return new DeviceEdit(conversation, requests, taken, beforeEachWrite).give(lines);
    }

    /** Takes the guard off: what stands now stays. False if there was none any more. */
    public static boolean keep(Conversation conversation, EditRequests requests, EditGuard.Terms terms) {
        return isTaken(conversation, requests.guard().map(EditGuard::keep).orElse(List.of()), terms);
    }

    /**
     * Undoes at once what was applied and is not kept, where the family has a request for that. False if nothing waited to
     * be kept any more.
     */
    public static boolean giveBack(Conversation conversation, EditRequests requests, EditGuard.Terms terms) {
        return isTaken(conversation, requests.guard().map(EditGuard::giveBack).orElse(List.of()), terms);
    }

    private static boolean isTaken(Conversation conversation, List<String> requests, EditGuard.Terms terms) {
        try {
            requests.forEach(request -> conversation.alter(terms.fill(request)));
            return true;
        } catch (ConversationException e) {
            if (e.kind() == FailureKind.COMMAND_REFUSED) return false;
            throw e;
        }
    }

    /** Makes what is in force survive a restart, where that takes a step of its own. */
    public static void save(Conversation conversation, EditRequests requests) {
        requests.save().stream()
                .filter(request -> conversation.missingFor(request).isEmpty())
                .forEach(conversation::alter);
    }

    private EditResult give(List<String> lines) {
        Optional<String> missing = Stream.concat(begin().stream(), finish().stream())
                .flatMap(request -> conversation.missingFor(request).stream())
                .findFirst();
        if (missing.isPresent())
            return new EditResult.NotSent(new ConversationException(
                    FailureKind.CAPABILITY_MISSING,
                    conversation.endpoint(),
                    "the device does not have " + missing.get() + ", which an edit needs"));
        int at = NO_LINE;
        try {
            begin().forEach(this::say);
            for (at = 0; at < lines.size(); at++) say(requests.requestFor(lines.get(at)));
            at = NO_LINE;
            finish().forEach(this::say);
            return new EditResult.Applied();
        } catch (ConversationException e) {
            if (e.kind() == FailureKind.COMMAND_REFUSED) return refused(at, e);
            boolean isUntouched = !isBegun && e.written() == Written.NOTHING;
            return isUntouched ? new EditResult.NotSent(e) : new EditResult.Unknown(e);
        }
    }

    private void say(String request) {
        beforeEachWrite.run();
        conversation.alter(request);
        isBegun = true;
    }

    private List<String> begin() {
        List<String> all = new ArrayList<>();
        terms.ifPresent(
                given -> requests.guard().orElseThrow().begin().forEach(request -> all.add(given.fill(request))));
        all.addAll(requests.begin());
        return all;
    }

    private List<String> finish() {
        Optional<EditGuard> timed = requests.guard()
                .filter(guard -> terms.isPresent() && !guard.apply().isEmpty());
        if (timed.isEmpty()) return requests.finish();
        return timed.get().apply().stream()
                .map(request -> terms.orElseThrow().fill(request))
                .toList();
    }

    /** Where nothing was begun, nothing is given up: what stands open there is somebody else's. */
    private EditResult refused(int line, ConversationException refusal) {
        if (!isBegun) return new EditResult.Refused(line, refusal.seen());
        try {
            requests.abandon().forEach(this::say);
        } catch (ConversationException e) {
            refusal.addSuppressed(e);
            if (e.kind() != FailureKind.COMMAND_REFUSED) return new EditResult.Unknown(refusal);
        }
        return new EditResult.Refused(line, refusal.seen());
    }
}
