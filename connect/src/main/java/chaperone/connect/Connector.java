package chaperone.connect;

import chaperone.connect.conversation.CallRule;
import chaperone.connect.conversation.Console;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.ConversationListener.Step;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.FirstMeeting;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Protocol;
import chaperone.connect.conversation.ProtocolDetection;
import chaperone.connect.conversation.Target;
import chaperone.connect.file.FileProtocols;
import chaperone.connect.file.FileTransfer;
import chaperone.connect.https.HttpsProtocol;
import chaperone.connect.netconf.NetconfProtocol;
import chaperone.connect.shell.ShellProtocol;
import chaperone.connect.ssh.SshLink;
import chaperone.core.fact.Facts;
import chaperone.core.platform.FileWay;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Recognition;
import java.util.List;
import java.util.Optional;

/** Opens conversations with devices, in the protocol of their platform. Safe for threads; close it to end all of them. */
public final class Connector implements AutoCloseable {
    private final Patience patience;
    private final CallRule rule;
    private final SshLink ssh;
    /** In the order in which they are tried on a device that may speak several. */
    private final List<Protocol> protocols;

    private final FileProtocols files;

    /**
     * A device that was met for the first time.
     *
     * @param identity the fingerprint of its key or certificate; empty for Telnet
     */
    public record Met(Platform platform, Facts facts, String identity) {}

    /** May call everywhere. */
    public Connector(Patience patience) {
        this(patience, CallRule.ANY);
    }

    /** @param rule asked before each connection */
    public Connector(Patience patience, CallRule rule) {
        this.rule = rule;
        this.patience = patience;
        this.ssh = new SshLink(patience);
        HttpsProtocol https = new HttpsProtocol(patience, rule);
        this.protocols = List.of(new ShellProtocol(ssh, patience), new NetconfProtocol(ssh, patience), https);
        this.files = new FileProtocols(ssh, https);
    }

    /** Logs in, finds out which of the platforms it is, and reads its facts. */
    public Met meet(Target target, List<Platform> platforms, ConversationListener listener) {
        rule.check(target.endpoint());
        ProtocolDetection greeting = ProtocolDetection.of(target.endpoint(), patience);
        if (greeting == ProtocolDetection.NOTHING) throw silent(target);
        Optional<ConversationException> first = Optional.empty();
        for (Protocol protocol : protocols) {
            List<Platform> spoken = platforms.stream().filter(protocol::speaks).toList();
            if (spoken.isEmpty() || !protocol.mayAnswer(greeting, target.login())) continue;
            try {
                return met(target, spoken, listener, protocol.meet(target, spoken, greeting, listener));
            } catch (ConversationException e) {
                // What the next protocol says is worth less than what this one has said.
                first.ifPresent(earlier -> earlier.addSuppressed(e));
                if (first.isEmpty()) first = Optional.of(e);
                if (!maySpeakAnother(e)) break;
            }
        }
        throw first.orElseGet(() -> unknown(target));
    }

    /** A device without a command line that we know may still have the interface for programs. */
    private static boolean maySpeakAnother(ConversationException failure) {
        return failure.kind() == FailureKind.NO_SHELL || failure.kind() == FailureKind.NOT_A_KNOWN_PLATFORM;
    }

    private static Met met(
            Target target, List<Platform> platforms, ConversationListener listener, FirstMeeting opened) {
        try (FirstMeeting meeting = opened) {
            for (Platform platform : platforms) {
                if (!meeting.speakAs(platform) || !isRecognised(meeting.conversation(), platform, listener)) continue;
                meeting.prepare();
                return met(meeting.conversation(), platform);
            }
            throw unknown(target);
        }
    }

    private static Met met(Conversation conversation, Platform platform) {
        Facts facts = FactReading.of(conversation, platform);
        // An account that sees only a part is found out now, not by the first copy at night.
        if (platform.copy().partial().isPresent()) refusePart(conversation, platform);
        return new Met(platform, facts, conversation.identity());
    }

    private static void refusePart(Conversation conversation, Platform platform) {
        Optional<String> part =
                platform.copy().partOf(conversation.ask(platform.copy().running()));
        part.ifPresent(line -> {
            throw new ConversationException(FailureKind.PARTLY_READABLE, conversation.endpoint(), line);
        });
    }

    private ConversationException silent(Target target) {
        return new ConversationException(
                FailureKind.NO_ANSWER,
                target.endpoint(),
                "waited " + patience.prompt().toSeconds() + " s for an answer");
    }

    private static ConversationException unknown(Target target) {
        return new ConversationException(
                FailureKind.NOT_A_KNOWN_PLATFORM, target.endpoint(), "no platform knows its answers");
    }

    /** A platform without a way to recognise it was chosen by somebody: it is taken at their word. */
    private static boolean isRecognised(Conversation conversation, Platform platform, ConversationListener listener) {
        if (platform.recognition().isEmpty()) return true;
        Recognition recognition = platform.recognition().get();
        try {
            boolean fits = recognition
                    .answer()
                    .matcher(conversation.ask(recognition.request()))
                    .find();
            if (fits) listener.reached(Step.RECOGNISED, platform.title());
            return fits;
        } catch (ConversationException e) {
            if (e.kind() == FailureKind.COMMAND_REFUSED) return false;
            throw e;
        }
    }

    /** A conversation with a device whose platform is known, ready to read its configuration. The caller closes it. */
    public Conversation open(Target target, Platform platform, ConversationListener listener) {
        rule.check(target.endpoint());
        return protocols.stream()
                .filter(protocol -> protocol.speaks(platform))
                .findFirst()
                .orElseThrow()
                .open(target, platform, listener);
    }

    /** A connection for files, in the platform's way. The caller closes it. */
    public FileTransfer files(Target target, FileWay way) {
        rule.check(target.endpoint());
        return FileTransfer.open(target, way, files, patience);
    }

    /**
     * A person's session on a device, in the protocol of its platform if people use that one, otherwise in one that the
     * device's greeting tells. The caller closes it.
     *
     * @param platform none if it is not known
     */
    public Console console(Target target, Optional<Platform> platform, Console.Sink sink) {
        rule.check(target.endpoint());
        Optional<Console> usual = platform.flatMap(known -> protocols.stream()
                .filter(protocol -> protocol.speaks(known))
                .findFirst()
                .flatMap(protocol -> protocol.console(target, sink)));
        return usual.orElseGet(() -> consoleByGreeting(target, sink));
    }

    private Console consoleByGreeting(Target target, Console.Sink sink) {
        ProtocolDetection greeting = ProtocolDetection.of(target.endpoint(), patience);
        return protocols.stream()
                .filter(protocol -> protocol.mayAnswer(greeting, target.login()))
                .flatMap(protocol -> protocol.console(target, sink).stream())
                .findFirst()
                .orElseThrow(() -> new ConversationException(
                        FailureKind.NO_LOG_IN, target.endpoint(), "this log-in opens no session for people"));
    }

    /** The platforms that can be told apart by what a device answers. */
    public static List<Platform> recognisable(List<Platform> platforms) {
        return platforms.stream()
                .filter(platform -> platform.recognition().isPresent())
                .toList();
    }

    @Override
    public void close() {
        ssh.close();
    }
}
