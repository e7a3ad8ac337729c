package chaperone.connect;

import chaperone.connect.conversation.CallRule;
import chaperone.connect.conversation.Console;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.ConversationListener.Step;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.LoginDetail;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.ReceiveBuffer;
import chaperone.connect.conversation.Target;
import chaperone.connect.file.FileTransfer;
import chaperone.connect.https.HttpsConversation;
import chaperone.connect.https.RequestConsole;
import chaperone.connect.netconf.NetconfConversation;
import chaperone.connect.shell.ShellConversation;
import chaperone.connect.shell.SshTerminal;
import chaperone.connect.shell.TelnetTerminal;
import chaperone.connect.shell.TerminalConsole;
import chaperone.connect.shell.TerminalLine;
import chaperone.connect.ssh.SshLink;
import chaperone.core.platform.Dialogue;
import chaperone.core.platform.Facts;
import chaperone.core.platform.FileWay;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Recognition;
import chaperone.core.platform.ShellDialogue;
import java.util.List;
import java.util.Optional;
import org.apache.sshd.client.channel.ChannelSubsystem;

/** Opens conversations with devices, in the protocol of their platform. Safe for threads; close it to end all of them. */
public final class Connector implements AutoCloseable {
    private final Patience patience;
    private final SshLink ssh;
    private final CallRule rule;

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
    }

    /** Logs in, finds out which of the platforms it is, and reads its facts. */
    public Met meet(Target target, List<Platform> platforms, ConversationListener listener) {
        rule.check(target.endpoint());
        return switch (ProtocolDetection.of(target.endpoint(), patience)) {
            case SSH -> meetBySsh(target, platforms, listener);
            case TELNET -> meetByShell(target, platforms, listener, ProtocolDetection.TELNET);
            case NOTHING -> meetBy(Dialogue.Https.class, target, platforms, listener);
        };
    }

    private Met meetBySsh(Target target, List<Platform> platforms, ConversationListener listener) {
        boolean byProgramsOnly =
                !target.login().has(LoginProtocol.SSH) && target.login().has(LoginProtocol.NETCONF);
        if (byProgramsOnly || of(ShellDialogue.class, platforms).isEmpty()) {
            return meetBy(Dialogue.Netconf.class, target, platforms, listener);
        }
        try {
            return meetByShell(target, platforms, listener, ProtocolDetection.SSH);
        } catch (ConversationException e) {
            boolean mayBeNetconf = e.kind() == FailureKind.NO_SHELL || e.kind() == FailureKind.NOT_A_KNOWN_PLATFORM;
            if (!mayBeNetconf) throw e;
            return meetByNetconfAfter(e, target, platforms, listener);
        }
    }

    /** A device without a command line that we know may still have the interface for programs. */
    private Met meetByNetconfAfter(
            ConversationException first, Target target, List<Platform> platforms, ConversationListener listener) {
        try {
            return meetBy(Dialogue.Netconf.class, target, platforms, listener);
        } catch (ConversationException e) {
            first.addSuppressed(e);
            throw first;
        }
    }

    private Met meetByShell(
            Target target, List<Platform> platforms, ConversationListener listener, ProtocolDetection greeting) {
        List<Platform> spoken = of(ShellDialogue.class, platforms);
        ShellDialogue first = dialogueOf(spoken.get(0));
        try (ShellConversation conversation = shell(target, first, listener, greeting)) {
            List<ShellDialogue> fitting = firstPrompt(conversation, spoken);
            for (Platform platform : spoken) {
                if (!fitting.contains(dialogueOf(platform))) continue;
                conversation.follow(dialogueOf(platform));
                if (!isRecognised(conversation, platform, listener)) continue;
                conversation.prepare(target.login());
                return met(conversation, platform);
            }
            throw unknown(target);
        }
    }

    private Met meetBy(
            Class<? extends Dialogue> kind, Target target, List<Platform> platforms, ConversationListener listener) {
        List<Platform> spoken = of(kind, platforms);
        if (spoken.isEmpty()) throw unknown(target);
        try (Conversation conversation = connect(target, spoken.get(0), listener)) {
            for (Platform platform : spoken) {
                if (isRecognised(conversation, platform, listener)) return met(conversation, platform);
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

    private static ConversationException unknown(Target target) {
        return new ConversationException(
                FailureKind.NOT_A_KNOWN_PLATFORM, target.endpoint(), "no platform knows its answers");
    }

    private static List<Platform> of(Class<? extends Dialogue> kind, List<Platform> platforms) {
        return platforms.stream().filter(p -> kind.isInstance(p.dialogue())).toList();
    }

    private static ShellDialogue dialogueOf(Platform platform) {
        return (ShellDialogue) platform.dialogue();
    }

    private static List<ShellDialogue> firstPrompt(ShellConversation conversation, List<Platform> platforms) {
        try {
            return conversation.meet(
                    platforms.stream().map(Connector::dialogueOf).toList());
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.UNEXPECTED_PROMPT) throw e;
            throw new ConversationException(FailureKind.NOT_A_KNOWN_PLATFORM, conversation.endpoint(), e.seen(), e);
        }
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
        if (!(platform.dialogue() instanceof ShellDialogue dialogue)) return connect(target, platform, listener);
        ShellConversation conversation = shell(target, dialogue, listener, greeting(target, dialogue));
        try {
            conversation.meet(List.of(dialogue));
            conversation.prepare(target.login());
            return conversation;
        } catch (RuntimeException e) {
            conversation.close();
            throw e;
        }
    }

    /** Only where Telnet is allowed it is worth asking which of the two answers. */
    private ProtocolDetection greeting(Target target, ShellDialogue dialogue) {
        boolean mayBeTelnet = target.telnetAllowed()
                && dialogue.telnet().isPresent()
                && target.login().has(LoginProtocol.TELNET);
        return mayBeTelnet ? ProtocolDetection.of(target.endpoint(), patience) : ProtocolDetection.SSH;
    }

    private ShellConversation shell(
            Target target, ShellDialogue dialogue, ConversationListener listener, ProtocolDetection greeting) {
        boolean isTelnet = greeting == ProtocolDetection.TELNET;
        if (isTelnet && (!target.telnetAllowed() || dialogue.telnet().isEmpty())) {
            throw telnetNotAllowed(target);
        }
        TerminalLine line = isTelnet
                ? TelnetTerminal.open(target.endpoint(), patience, new ReceiveBuffer(patience.mostBytes()))
                : sshTerminal(target);
        ShellConversation conversation = new ShellConversation(target.endpoint(), line, patience, listener, dialogue);
        try {
            listener.opened(conversation);
            listener.reached(Step.CONNECTED, isTelnet ? "Telnet: everything passes in the clear" : line.identity());
            if (isTelnet) {
                LoginDetail login = target.login().by(LoginProtocol.TELNET, target.endpoint());
                conversation.logIn(dialogue.telnet().orElseThrow(), login);
            }
            return conversation;
        } catch (RuntimeException e) {
            conversation.close();
            throw e;
        }
    }

    private TerminalLine sshTerminal(Target target) {
        try {
            return SshTerminal.open(ssh, target, new ReceiveBuffer(patience.mostBytes()));
        } catch (ConversationException e) {
            boolean isNoSsh = e.kind() == FailureKind.OTHER_PROTOCOL;
            if (!isNoSsh || ProtocolDetection.of(target.endpoint(), patience) != ProtocolDetection.TELNET) throw e;
            throw new ConversationException(
                    FailureKind.TELNET_NOT_ALLOWED, target.endpoint(), "only Telnet answers; no password was sent", e);
        }
    }

    private Conversation connect(Target target, Platform platform, ConversationListener listener) {
        if (platform.dialogue() instanceof Dialogue.Netconf) return netconf(target, listener);
        HttpsConversation conversation = https(target, listener);
        listener.opened(conversation);
        return conversation;
    }

    private HttpsConversation https(Target target, ConversationListener listener) {
        return new HttpsConversation(target, patience, listener, rule.authorities());
    }

    /** A NETCONF session, hellos exchanged. The caller closes it. */
    public NetconfConversation netconf(Target target, ConversationListener listener) {
        rule.check(target.endpoint());
        SshLink.LoggedIn loggedIn = ssh.logIn(target, LoginProtocol.NETCONF);
        try {
            ReceiveBuffer incoming = new ReceiveBuffer(patience.mostBytes());
            ChannelSubsystem channel = ssh.subsystem(loggedIn.session(), "netconf", target.endpoint(), incoming);
            NetconfConversation conversation =
                    new NetconfConversation(target.endpoint(), loggedIn, channel, incoming, patience, listener);
            listener.opened(conversation);
            listener.reached(Step.CONNECTED, loggedIn.hostKey());
            conversation.greet();
            return conversation;
        } catch (RuntimeException e) {
            loggedIn.session().close(true);
            throw e;
        }
    }

    /** A connection for files, in the platform's way. The caller closes it. */
    public FileTransfer files(Target target, FileWay way) {
        rule.check(target.endpoint());
        FileWay.Kind kind = target.login()
                .files()
                .kindFor(way)
                .orElseThrow(() -> new ConversationException(
                        FailureKind.NO_LOG_IN,
                        target.endpoint(),
                        "the credential set and the platform share no way for files"));
        FileTransfer.Link link = kind == FileWay.Kind.HTTPS
                ? new FileTransfer.Https(https(target, ConversationListener.NONE))
                : FileTransfer.overSsh(
                        kind, ssh.logIn(target, LoginProtocol.SSH).session());
        return new FileTransfer(target.endpoint(), way, link);
    }

    /**
     * A person's session on a device's command line, by SSH or, where only that answers and it is allowed, by Telnet. The
     * caller closes it.
     */
    public Console console(Target target, Console.Sink sink) {
        rule.check(target.endpoint());
        ProtocolDetection greeting = ProtocolDetection.of(target.endpoint(), patience);
        if (greeting == ProtocolDetection.TELNET && !target.telnetAllowed()) throw telnetNotAllowed(target);
        ReceiveBuffer passing = TerminalConsole.passingTo(sink);
        return TerminalConsole.over(
                greeting == ProtocolDetection.TELNET
                        ? TelnetTerminal.open(target.endpoint(), patience, passing)
                        : SshTerminal.open(ssh, target, passing));
    }

    /** The same for a device that has no command line but answers requests by HTTPS. */
    public Console requestConsole(Target target, Console.Sink sink) {
        rule.check(target.endpoint());
        return new RequestConsole(https(target, ConversationListener.NONE), sink);
    }

    private static ConversationException telnetNotAllowed(Target target) {
        return new ConversationException(
                FailureKind.TELNET_NOT_ALLOWED, target.endpoint(), "only Telnet answers; no password was sent");
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
