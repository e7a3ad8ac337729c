package chaperone.connect;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Written;
import chaperone.core.patch.EditGuard;
import chaperone.core.patch.EditRequests;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Gives lines of configuration to a device: all of them or none that the device's own draft can take back. */
public final class DeviceEdit {
    private static final int NO_LINE = -1;

    private final Conversation conversation;
    private final EditRequests requests;
    private final Optional<Duration> guardTime;
    private final Runnable beforeEachWrite;
    private boolean isBegun;

    private DeviceEdit(
            Conversation conversation, EditRequests requests, Optional<Duration> guardTime, Runnable beforeEachWrite) {
        this.conversation = conversation;
        this.requests = requests;
        this.guardTime = guardTime;
        this.beforeEachWrite = beforeEachWrite;
    }

    /** Without a guard. */
    public static EditResult apply(Conversation conversation, EditRequests requests, List<String> lines) {
        return new DeviceEdit(conversation, requests, Optional.empty(), () -> {}).give(lines);
    }

    /**
     * Under the family's guard, if it has one: what is applied is undone by itself after that time.
     *
     * @param beforeEachWrite throws if nothing may be written any more; what it throws goes through
     */
    public static EditResult guarded(
            Conversation conversation,
            EditRequests requests,
            List<String> lines,
            Duration guardTime,
            Runnable beforeEachWrite) {
        Optional<Duration> time = requests.guard().map(guard -> guard.within(guardTime));
        return new DeviceEdit(conversation, requests, time, beforeEachWrite).give(lines);
    }

    /** Takes the guard off: what stands now stays. False if there was none any more. */
    public static boolean keep(Conversation conversation, EditRequests requests) {
        try {
            requests.guard().ifPresent(guard -> guard.keep().forEach(conversation::alter));
            return true;
        } catch (ConversationException e) {
            if (e.kind() == FailureKind.COMMAND_REFUSED) return false;
            throw e;
        }
    }

    /** Makes what is in force survive a restart, where that takes a step of its own. */
    public static void save(Conversation conversation, EditRequests requests) {
        requests.save().forEach(conversation::alter);
    }

    private EditResult give(List<String> lines) {
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
        guardTime.ifPresent(time ->
                requests.guard().orElseThrow().begin().forEach(request -> all.add(EditGuard.filled(request, time))));
        all.addAll(requests.begin());
        return all;
    }

    private List<String> finish() {
        Optional<EditGuard> timed = requests.guard()
                .filter(guard -> guardTime.isPresent() && !guard.apply().isEmpty());
        if (timed.isEmpty()) return requests.finish();
        return timed.get().apply().stream()
                .map(request -> EditGuard.filled(request, guardTime.orElseThrow()))
                .toList();
    }

    private EditResult refused(int line, ConversationException refusal) {
        try {
            requests.abandon().forEach(this::say);
        } catch (ConversationException e) {
            refusal.addSuppressed(e);
            if (e.kind() != FailureKind.COMMAND_REFUSED) return new EditResult.Unknown(refusal);
        }
        return new EditResult.Refused(line, refusal.seen());
    }
}
