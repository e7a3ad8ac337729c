package chaperone.connect.shell;

import chaperone.connect.conversation.Console;
import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.ConversationListener.Step;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.FirstMeeting;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.LoginProtocol;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.Protocol;
import chaperone.connect.conversation.ProtocolDetection;
import chaperone.connect.conversation.ReceiveBuffer;
import chaperone.connect.conversation.Target;
import chaperone.connect.ssh.SshLink;
import chaperone.core.platform.Platform;
import chaperone.core.platform.ShellDialogue;
import java.util.List;
import java.util.Optional;

/** A command line by SSH or, where only that answers and it is allowed, by Telnet. */
public record ShellProtocol(SshLink ssh, Patience patience) implements Protocol {
    @Override
    public boolean speaks(Platform platform) {
        return platform.dialogue() instanceof ShellDialogue;
    }

    @Override
    public boolean mayAnswer(ProtocolDetection greeting, Login login) {
        boolean isForProgramsOnly = !login.has(LoginProtocol.SSH) && login.has(LoginProtocol.NETCONF);
        return switch (greeting) {
            case SSH -> !isForProgramsOnly;
            case TELNET -> true;
            case TLS, NOTHING -> false;
        };
    }

    @Override
    public Conversation open(Target target, Platform platform, ConversationListener listener) {
        ShellDialogue dialogue = dialogueOf(platform);
        ShellConversation conversation = connect(target, dialogue, greeting(target, dialogue), listener);
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

    /** The log-in by Telnet is the first platform's: before it nothing can tell which one it is. */
    @Override
    public FirstMeeting meet(
            Target target, List<Platform> platforms, ProtocolDetection greeting, ConversationListener listener) {
        List<ShellDialogue> dialogues =
                platforms.stream().map(ShellProtocol::dialogueOf).toList();
        ShellConversation conversation = connect(target, dialogues.get(0), greeting, listener);
        try {
            return new Meeting(conversation, firstPrompt(conversation, dialogues), target.login());
        } catch (RuntimeException e) {
            conversation.close();
            throw e;
        }
    }

    private static List<ShellDialogue> firstPrompt(ShellConversation conversation, List<ShellDialogue> dialogues) {
        try {
            return conversation.meet(dialogues);
        } catch (ConversationException e) {
            if (e.kind() != FailureKind.UNEXPECTED_PROMPT) throw e;
            throw new ConversationException(FailureKind.NOT_A_KNOWN_PLATFORM, conversation.endpoint(), e.seen(), e);
        }
    }

    /** @param fitting those whose prompt the device has shown */
    private record Meeting(ShellConversation conversation, List<ShellDialogue> fitting, Login login)
            implements FirstMeeting {
        @Override
        public boolean speakAs(Platform platform) {
            if (!fitting.contains(dialogueOf(platform))) return false;
            conversation.follow(dialogueOf(platform));
            return true;
        }

        @Override
        public void prepare() {
            conversation.prepare(login);
        }
    }

    private static ShellDialogue dialogueOf(Platform platform) {
        return (ShellDialogue) platform.dialogue();
    }

    private ShellConversation connect(
            Target target, ShellDialogue dialogue, ProtocolDetection greeting, ConversationListener listener) {
        boolean isTelnet = greeting == ProtocolDetection.TELNET;
        if (isTelnet && (!target.telnetAllowed() || dialogue.telnet().isEmpty())) throw telnetNotAllowed(target);
        TerminalLine line = isTelnet
                ? TelnetTerminal.open(target.endpoint(), patience, new ReceiveBuffer(patience.mostBytes()))
                : sshTerminal(target);
        ShellConversation conversation = new ShellConversation(target.endpoint(), line, patience, listener, dialogue);
        try {
            listener.opened(conversation);
            listener.reached(Step.CONNECTED, isTelnet ? "Telnet: everything passes in the clear" : line.identity());
            if (isTelnet) {
                conversation.logIn(
                        dialogue.telnet().orElseThrow(), target.login().by(LoginProtocol.TELNET, target.endpoint()));
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

    @Override
    public Optional<Console> console(Target target, Console.Sink sink) {
        ProtocolDetection greeting = ProtocolDetection.of(target.endpoint(), patience);
        if (greeting == ProtocolDetection.TELNET && !target.telnetAllowed()) throw telnetNotAllowed(target);
        ReceiveBuffer passing = TerminalConsole.passingTo(sink);
        return Optional.of(new TerminalConsole(
                greeting == ProtocolDetection.TELNET
                        ? TelnetTerminal.open(target.endpoint(), patience, passing)
                        : SshTerminal.open(ssh, target, passing)));
    }

    private static ConversationException telnetNotAllowed(Target target) {
        return new ConversationException(
                FailureKind.TELNET_NOT_ALLOWED, target.endpoint(), "only Telnet answers; no password was sent");
    }
}
