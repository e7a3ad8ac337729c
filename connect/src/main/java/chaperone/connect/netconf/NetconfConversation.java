package chaperone.connect.netconf;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.ConversationListener.Step;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.ReceiveBuffer;
import chaperone.connect.conversation.SentRequests;
import chaperone.connect.netconf.NetconfFraming.BadFraming;
import chaperone.connect.ssh.SshLink;
import chaperone.core.config.ConfigBytes;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.Set;
import org.apache.sshd.client.channel.ChannelSubsystem;

/**
 * A NETCONF session over SSH (RFC 6241, RFC 6242), version 1.1 where both sides know it, else 1.0. Requests are
 * operations as XML, such as {@code <get-config>…}; the answer is what stands in the reply's {@code data}.
 */
public final class NetconfConversation implements Conversation {
    /** The request that is answered by what the server said first. */
    static final String HELLO = "hello";

    private static final String BASE = "urn:ietf:params:netconf:base:";
    private static final String NAMESPACE = "urn:ietf:params:xml:ns:netconf:base:1.0";

    private final Endpoint endpoint;
    private final SshLink.LoggedIn loggedIn;
    private final ChannelSubsystem channel;
    private final ReceiveBuffer incoming;
    private final Patience patience;
    private final ConversationListener listener;
    private final NetconfFraming framing;
    private final Deque<byte[]> waiting = new ArrayDeque<>();
    private final long deadline;
    private String hello = "";
    private Set<String> capabilities = Set.of();
    private boolean inChunks;
    private int lastId;
    private final SentRequests sent = new SentRequests();
    private volatile boolean stopped;

    public NetconfConversation(
            Endpoint endpoint,
            SshLink.LoggedIn loggedIn,
            ChannelSubsystem channel,
            ReceiveBuffer incoming,
            Patience patience,
            ConversationListener listener) {
        this.endpoint = endpoint;
        this.loggedIn = loggedIn;
        this.channel = channel;
        this.incoming = incoming;
        this.patience = patience;
        this.listener = listener;
        this.framing = new NetconfFraming(patience.mostBytes());
        this.deadline = System.nanoTime() + patience.whole().toNanos();
    }

    /** Exchanges hellos and settles the version (RFC 6241, section 8.1). */
    public void greet() {
        try {
            exchangeHellos();
        } catch (ConversationException e) {
            // The log-in has worked: a channel that ends without a word never was one (RFC 4254, section 6.5).
            if (e.kind() != FailureKind.DROPPED || incoming.arrived() > 0) throw e;
            throw new ConversationException(
                    FailureKind.NO_PROGRAM_INTERFACE, endpoint, "the subsystem netconf was not opened", e);
        }
    }

    private void exchangeHellos() {
        send("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<hello xmlns=\"" + NAMESPACE + "\"><capabilities><capability>"
                + BASE + "1.0</capability><capability>" + BASE
                + "1.1</capability></capabilities></hello>");
        hello = next(patience.prompt());
        NetconfReply said = NetconfReply.read(hello)
                .filter(reply -> reply.is("hello"))
                .orElseThrow(() -> failure(FailureKind.UNEXPECTED_PROMPT, "the server's first message is no hello"));
        capabilities = said.capabilities();
        if (capabilities.contains(BASE + "1.1")) {
            inChunks = true;
            framing.useChunks();
        } else if (!capabilities.contains(BASE + "1.0")) {
            throw failure(FailureKind.CAPABILITY_MISSING, "the server names neither base:1.0 nor base:1.1");
        }
        listener.reached(Step.PROMPT_FOUND, "hello, NETCONF " + (inChunks ? "1.1" : "1.0"));
    }

    /** The capabilities that the server named, as URIs. */
    public Set<String> capabilities() {
        return capabilities;
    }

    /** Whether the server named a capability of RFC 6241, such as {@code candidate:1.0}. */
    public boolean can(String capability) {
        return capabilities.stream()
                .anyMatch(uri -> uri.split("\\?")[0].equals("urn:ietf:params:netconf:capability:" + capability));
    }

    @Override
    public Endpoint endpoint() {
        return endpoint;
    }

    @Override
    public String identity() {
        return loggedIn.hostKey();
    }

    @Override
    public String ask(String operation) {
        if (operation.equals(HELLO)) {
            listener.exchanged(operation, hello);
            return hello;
        }
        NetconfReply reply = call(operation);
        String data = reply.isOk() ? "" : reply.data();
        listener.exchanged(operation, data.isEmpty() ? "ok" : data);
        return data;
    }

    @Override
    public String alter(String operation) {
        return sent.altering(() -> ask(operation));
    }

    @Override
    public Optional<String> missingFor(String operation) {
        return NetconfCapabilities.neededFor(operation)
                .filter(needed -> !can(needed))
                .map(needed -> ":" + needed);
    }

    /** @throws ConversationException also if the server does not have the capability that the operation needs */
    private NetconfReply call(String operation) {
        missingFor(operation).ifPresent(missing -> {
            throw failure(FailureKind.CAPABILITY_MISSING, "the server does not have " + missing);
        });
        // What follows would be a message of its own, whatever it says.
        if (!inChunks && operation.contains(NetconfFraming.END))
            throw failure(
                    FailureKind.COMMAND_REFUSED,
                    "the request holds " + NetconfFraming.END + ", which ends a message (RFC 6242, section 4.3)");
        int id = ++lastId;
        send("<rpc message-id=\"" + id + "\" xmlns=\"" + NAMESPACE + "\">" + operation + "</rpc>");
        while (true) {
            NetconfReply reply = NetconfReply.read(next(patience.silence()))
                    .orElseThrow(() -> failure(FailureKind.INCOMPLETE, "the reply is no sound XML"));
            // A notification (RFC 5277) may come in between; it is not ours.
            if (!reply.is("rpc-reply") || !reply.answers(id)) continue;
            Optional<NetconfReply.RpcError> error = reply.errors().stream().findFirst();
            if (error.isEmpty()) return reply;
            boolean isDenied = error.get().tag().equals("access-denied");
            throw failure(
                    isDenied ? FailureKind.PRIVILEGE_REFUSED : FailureKind.COMMAND_REFUSED,
                    error.get().toString());
        }
    }

    private String next(Duration silence) {
        try {
            while (waiting.isEmpty()) {
                long left = deadline - System.nanoTime();
                Duration wait = left < silence.toNanos() ? Duration.ofNanos(Math.max(0, left)) : silence;
                boolean came = incoming.awaitMoreThan(0, wait);
                if (stopped) throw failure(FailureKind.STOPPED, "stopped by hand");
                if (!came) throw failure(FailureKind.FELL_SILENT, "waited " + silence.toSeconds() + " s for a reply");
                if (incoming.isOverfull())
                    throw failure(FailureKind.TOO_LONG, "more than " + patience.mostBytes() + " bytes");
                byte[] bytes = incoming.take();
                if (bytes.length == 0 && incoming.isEnded())
                    throw failure(FailureKind.DROPPED, "the device ended the session");
                waiting.addAll(framing.take(bytes));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ConversationException(FailureKind.STOPPED, endpoint, "interrupted", e);
        } catch (BadFraming e) {
            throw new ConversationException(
                    e.isTooLong() ? FailureKind.TOO_LONG : FailureKind.INCOMPLETE,
                    endpoint,
                    "framing: " + e.getMessage(),
                    e);
        }
        return ConfigBytes.decode(waiting.removeFirst());
    }

    private void send(String xml) {
        sent.send(NetconfFraming.framed(xml, inChunks), channel.getInvertedIn(), endpoint, stopped);
    }

    private ConversationException failure(FailureKind kind, String seen) {
        return new ConversationException(kind, endpoint, seen);
    }

    @Override
    public void stop() {
        stopped = true;
        incoming.end();
    }

    @Override
    public void close() {
        if (!stopped && !incoming.isEnded() && !hello.isEmpty()) leave();
        channel.close(true);
        loggedIn.session().close(true);
    }

    private void leave() {
        try {
            send("<rpc message-id=\"" + (lastId + 1) + "\" xmlns=\"" + NAMESPACE + "\"><close-session/></rpc>");
            incoming.awaitMoreThan(0, Duration.ofMillis(40));
        } catch (ConversationException e) {
            // It has gone already, which is what was wanted.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
