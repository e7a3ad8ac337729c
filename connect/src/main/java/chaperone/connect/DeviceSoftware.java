package chaperone.connect;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.Conversation.Question;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Target;
import chaperone.connect.file.FileSource;
import chaperone.connect.file.FileTransfer;
import chaperone.connect.file.TransferProgress;
import chaperone.connect.file.TransferredFile;
import chaperone.core.platform.FileWay;
import chaperone.core.platform.SoftwareRequests;
import java.util.Optional;

/** Puts images on a device, and has it start from one. Each of these is one step: what comes next is decided elsewhere. */
public final class DeviceSoftware {
    private DeviceSoftware() {}

    /**
     * Copies an image to a device that may not be able to tell its digest; then it is fetched back and compared.
     *
     * @throws ConversationException of the kind {@link FailureKind#TRANSFER_REFUSED} if it has no room, or
     *     {@link FailureKind#FILE_DIFFERS} if something else came back
     */
    public static TransferredFile send(
            Connector connector,
            Target target,
            FileWay way,
            SoftwareRequests software,
            String name,
            FileSource image,
            TransferProgress progress) {
        try (FileTransfer files = connector.files(target, way)) {
            return software.digest().isPresent()
                    ? files.send(name, image, progress)
                    : files.sendAndCompare(name, image, progress);
        }
    }

    /** The SHA-256 of a file on the device, in hexadecimal digits; nothing if it has none of this name, or cannot tell. */
    public static Optional<String> digest(Conversation conversation, SoftwareRequests software, String name) {
        if (software.digest().isEmpty()) return Optional.empty();
        try {
            return software.digestIn(conversation.askPatiently(
                    SoftwareRequests.of(software.digest().get(), name)));
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.COMMAND_REFUSED) throw e;
            return Optional.empty();
        }
    }

    /** @throws ConversationException of the kind {@link FailureKind#COMMAND_REFUSED} if it does not start from this image */
    public static void startFrom(Conversation conversation, SoftwareRequests software, String name) {
        conversation.alter(SoftwareRequests.of(software.startFrom(), name));
    }

    /** The conversation is over then. */
    public static void restart(Conversation conversation, SoftwareRequests software) {
        Optional<Question> question = software.question()
                .map(asked -> new Question(asked, software.answer().orElse("")));
        conversation.leave(software.restart(), question);
    }

    /** False if there was no such file, or the platform does not say how one is removed. */
    public static boolean drop(Conversation conversation, SoftwareRequests software, String name) {
        if (software.drop().isEmpty()) return false;
        try {
            conversation.alter(SoftwareRequests.of(software.drop().get(), name));
            return true;
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.COMMAND_REFUSED) throw e;
            return false;
        }
    }
}
