package chaperone.connect;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.core.platform.EditRequests;
import java.util.List;

/** Gives lines of configuration to a device: all of them or none that the device's own draft can take back. */
public final class DeviceEdit {
    private DeviceEdit() {}

    /** @throws ConversationException naming the line, if one is refused; the edit is then abandoned on the device */
    public static void apply(Conversation conversation, EditRequests requests, List<String> lines) {
        requests.begin().forEach(conversation::alter);
        try {
            for (String line : lines) conversation.alter(requests.requestFor(line));
            requests.finish().forEach(conversation::alter);
        } catch (ConversationException e) {
            if (e.kind() == FailureKind.COMMAND_REFUSED) abandon(conversation, requests, e);
            throw e;
        }
    }

    private static void abandon(Conversation conversation, EditRequests requests, ConversationException refused) {
        try {
            requests.abandon().forEach(conversation::alter);
        } catch (ConversationException e) {
            refused.addSuppressed(e);
        }
    }

    /** Makes what is in force survive a restart, where that takes a step of its own. */
    public static void save(Conversation conversation, EditRequests requests) {
        requests.save().forEach(conversation::alter);
    }
}
