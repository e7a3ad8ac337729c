package chaperone.server.copy;

import chaperone.connect.Connector;
import chaperone.connect.RetrievedCopy;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.Target;
import chaperone.core.platform.Platform;
import chaperone.server.copy.CopyContext.Sheet;
import chaperone.server.origin.PlannedWork;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Conversations in which a device is copied more than once, between other things. Leases are the caller's business. */
@Component
public class DeviceSessions {
    private final CopyContext contexts;
    private final CopyStore store;
    private final Connector connector;
    private final PlatformRegistry platforms;

    DeviceSessions(CopyContext contexts, CopyStore store, Connector connector, PlatformRegistry platforms) {
        this.contexts = contexts;
        this.store = store;
        this.connector = connector;
        this.platforms = platforms;
    }

    /**
     * The caller closes it.
     *
     * @throws ProblemException if the device was removed
     * @throws ConversationException if it cannot be talked to
     */
    public DeviceSession open(long device, ConversationListener listener) {
        return open(device, Optional.empty(), listener);
    }

    /**
     * The same at another address, to which a change may have led it: it has to show the key that it is known by. Whether its
     * log-in may be used there is the caller's business.
     *
     * @param host the one that the fleet knows if it is absent
     */
    public DeviceSession open(long device, Optional<String> host, ConversationListener listener) {
        Sheet sheet = contexts.of(device).orElseThrow(() -> ProblemException.notFound("device", device));
        Platform platform = platforms.get(sheet.platform());
        Target known = sheet.target();
        Target target = host.filter(other -> !other.equals(known.endpoint().host()))
                .map(other -> new Target(
                        new Endpoint(other, known.endpoint().port()),
                        known.login(),
                        Optional.of(known.pinned().orElse("none")),
                        false))
                .orElse(known);
        return new DeviceSession(
                device, platform, target.endpoint().host(), connector.open(target, platform, listener));
    }

    /** An open conversation with one device. */
    public final class DeviceSession implements AutoCloseable {
        private final long device;
        private final Platform platform;
        private final String host;
        private final Conversation conversation;

        private DeviceSession(long device, Platform platform, String host, Conversation conversation) {
            this.device = device;
            this.platform = platform;
            this.host = host;
            this.conversation = conversation;
        }

        public Platform platform() {
            return platform;
        }

        /** Where it answers. */
        public String host() {
            return host;
        }

        public Conversation conversation() {
            return conversation;
        }

        /** A whole copy, which is not kept by that. */
        public RetrievedCopy copy() {
            return RetrievedCopy.from(conversation, platform);
        }

        /** @param work what of Chaperone's own brought what is new in it */
        public void store(RetrievedCopy copy, Optional<PlannedWork> work) {
            store.store(device, copy, work);
        }

        @Override
        public void close() {
            conversation.close();
        }
    }
}
