package chaperone.connect.shell;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.ConversationListener;
import chaperone.connect.conversation.ConversationListener.Step;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.LoginDetail;
import chaperone.connect.conversation.Patience;
import chaperone.connect.conversation.ReceiveBuffer;
import chaperone.connect.conversation.SentRequests;
import chaperone.core.config.ConfigBytes;
import chaperone.core.platform.ShellDialogue;
import chaperone.core.platform.ShellDialogue.Paging;
import chaperone.core.platform.ShellDialogue.Privilege;
import chaperone.core.platform.ShellDialogue.TelnetLogin;
import com.google.re2j.Matcher;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/** A conversation on a device's command line. */
final class ShellConversation implements Conversation {
    private static final Duration SETTLING = Duration.ofMillis(40);

    private final Endpoint endpoint;
    private final TerminalLine line;
    private final ReceiveBuffer incoming;
    private final Patience patience;
    private final ConversationListener listener;
    private final long deadline;
    private ShellDialogue dialogue;
    /** Without the blank behind it, which may come in a packet of its own. */
    private String prompt = "";

    private final SentRequests sent = new SentRequests();
    private volatile boolean stopped;

    ShellConversation(
            Endpoint endpoint,
            TerminalLine line,
            Patience patience,
            ConversationListener listener,
            ShellDialogue dialogue) {
        this.endpoint = endpoint;
        this.line = line;
        this.incoming = line.incoming();
        this.patience = patience;
        this.listener = listener;
        this.deadline = System.nanoTime() + patience.whole().toNanos();
        this.dialogue = dialogue;
    }

    @Override
    public String identity() {
        return line.identity();
    }

    @Override
    public boolean isEncrypted() {
        return !line.identity().isEmpty();
    }

    @Override
    public Endpoint endpoint() {
        return endpoint;
    }

    /** Answers the questions of a Telnet log-in; the first prompt, or a refusal, comes after it. */
    public void logIn(TelnetLogin questions, LoginDetail login) {
        awaitLine(questions.accountPrompt()::matches, patience.prompt(), FailureKind.UNEXPECTED_PROMPT);
        incoming.take();
        send(login.account());
        awaitLine(questions.passwordPrompt()::matches, patience.silence(), FailureKind.FELL_SILENT);
        incoming.take();
        send(login.password());
        String next = awaitLine(
                l -> isPrompt(l) || questions.accountPrompt().matches(l),
                patience.logIn(),
                FailureKind.UNEXPECTED_PROMPT);
        String said = ShellReply.read(incoming.copy(), "", "");
        if (questions.refused().matcher(said).find()
                || questions.accountPrompt().matches(next)) {
            throw failure(FailureKind.LOGIN_REFUSED, "account " + login.account() + " or its password");
        }
    }

    /** Waits for the first prompt and gives those of the dialogues whose prompt it can be. */
    public List<ShellDialogue> meet(List<ShellDialogue> candidates) {
        Predicate<String> isPrompt =
                l -> candidates.stream().anyMatch(d -> d.prompt().matches(l));
        String first = awaitLine(isPrompt, patience.prompt(), FailureKind.UNEXPECTED_PROMPT);
        // A welcome text may hold something like a prompt: only the line after which nothing more comes is one.
        while (incomingWithin(SETTLING)) first = awaitLine(isPrompt, patience.prompt(), FailureKind.UNEXPECTED_PROMPT);
        prompt = first.stripTrailing();
        listener.reached(Step.PROMPT_FOUND, prompt);
        return candidates.stream().filter(d -> d.prompt().matches(prompt)).toList();
    }

    /** From now on the conversation follows this dialogue. */
    public void follow(ShellDialogue next) {
        dialogue = next;
    }

    /** Switches paging off and goes up to the level from which configurations can be read. */
    public void prepare(Login login) {
        dialogue.paging().ifPresent(page -> {
            ask(page.off());
            listener.reached(Step.PAGING_OFF, page.off());
        });
        dialogue.privilege().ifPresent(level -> enter(level, login));
    }

    private void enter(Privilege level, Login login) {
        if (!level.prompt().matches(prompt)) {
            send(level.command());
            String next = awaitLine(
                    l -> isPrompt(l) || level.passwordPrompt().matches(l), patience.silence(), FailureKind.FELL_SILENT);
            if (level.passwordPrompt().matches(next)) {
                // Not to be taken for the prompt that is still to come.
                incoming.take();
                send(login.privilegedPassword());
                next = awaitLine(this::isPrompt, patience.silence(), FailureKind.FELL_SILENT);
            }
            String said = ShellReply.read(incoming.take(), "", "");
            prompt = next.stripTrailing();
            if (!level.prompt().matches(next)) {
                throw failure(
                        FailureKind.PRIVILEGE_REFUSED, said.isBlank() ? "the prompt stayed " + next : said.strip());
            }
        }
        listener.reached(Step.PRIVILEGED, prompt);
    }

    /** The answer to a command after which the prompt is the same as before. A refusal is its first line. */
    @Override
    public String ask(String command) {
        return ask(command, patience.silence());
    }

    @Override
    public String askPatiently(String command) {
        return ask(command, patience.whole());
    }

    private String ask(String command, Duration silence) {
        String answer = answerTo(command, l -> l.stripTrailing().equals(prompt), silence);
        int end = answer.indexOf('\n');
        Matcher refusal = dialogue.error().matcher(end < 0 ? answer : answer.substring(0, end));
        if (refusal.lookingAt()) throw refused(command, refusal);
        return answer;
    }

    /** The answer to a command that may lead to another prompt. A refusal may stand anywhere in it. */
    @Override
    public String alter(String command) {
        return sent.altering(() -> altered(command));
    }

    private String altered(String command) {
        String answer = answerTo(command, this::isPrompt, patience.silence());
        Matcher refusal = dialogue.error().matcher(answer);
        if (refusal.find()) throw refused(command, refusal);
        return answer;
    }

    @Override
    public void leave(String command, Optional<Question> question) {
        sent.altering(() -> {
            incoming.take();
            send(command);
            try {
                question.ifPresent(this::answer);
                // Nothing but its silence or its end says that it goes.
                awaitLine(this::isPrompt, patience.silence(), FailureKind.FELL_SILENT);
            } catch (ConversationException e) {
                if (e.kind() != FailureKind.DROPPED && e.kind() != FailureKind.FELL_SILENT) throw e;
                listener.exchanged(command, ShellReply.read(incoming.take(), command, ""));
                return "";
            }
            String said = ShellReply.read(incoming.take(), command, "");
            listener.exchanged(command, said);
            throw failure(FailureKind.COMMAND_REFUSED, command + ": " + said.strip());
        });
    }

    private void answer(Question question) {
        Predicate<String> asks = line -> question.question().matcher(line).find();
        String last = awaitLine(asks.or(this::isPrompt), patience.silence(), FailureKind.FELL_SILENT);
        if (asks.test(last)) send(question.answer());
    }

    private ConversationException refused(String command, Matcher refusal) {
        return failure(FailureKind.COMMAND_REFUSED, command + ": " + refusal.group());
    }

    private String answerTo(String command, Predicate<String> isEnd, Duration silence) {
        incoming.take();
        send(command);
        String pageEnd = dialogue.paging().map(Paging::morePrompt).orElse("");
        Predicate<String> isPageEnd = l -> !pageEnd.isEmpty() && l.endsWith(pageEnd);
        boolean paged = false;
        String last = awaitLine(isEnd.or(isPageEnd), silence, FailureKind.FELL_SILENT);
        while (isPageEnd.test(last)) {
            paged = true;
            long known = incoming.arrived();
            sendRaw(dialogue.paging().orElseThrow().nextKey());
            awaitMore(known, patience.silence(), FailureKind.FELL_SILENT);
            last = awaitLine(isEnd.or(isPageEnd), patience.silence(), FailureKind.FELL_SILENT);
        }
        prompt = last.stripTrailing();
        String answer = ShellReply.read(incoming.take(), command, paged ? pageEnd : "");
        listener.exchanged(command, answer);
        return answer;
    }

    private boolean isPrompt(String line) {
        return dialogue.prompt().matches(line);
    }

    private boolean incomingWithin(Duration time) {
        try {
            return incoming.awaitMoreThan(incoming.arrived(), time) && !incoming.isEnded();
        } catch (InterruptedException e) {
            throw interrupted(e);
        }
    }

    /** The last line, once it is one of those awaited; each silence on the way may last {@code silence}. */
    private String awaitLine(Predicate<String> awaited, Duration silence, FailureKind ifSilent) {
        while (true) {
            long known = incoming.arrived();
            if (incoming.isOverfull())
                throw failure(FailureKind.TOO_LONG, "more than " + patience.mostBytes() + " bytes");
            String last = incoming.lastLine();
            if (!last.isEmpty() && awaited.test(last)) return last;
            awaitMore(known, silence, ifSilent);
        }
    }

    private void awaitMore(long known, Duration silence, FailureKind ifSilent) {
        try {
            boolean came = incoming.awaitOpenLine(known, silence, deadline);
            if (stopped) throw failure(FailureKind.STOPPED, "stopped by hand");
            if (!came) throw failure(ifSilent, "waited " + silence.toSeconds() + " s after " + lastSeen());
            boolean gone = incoming.isEnded() && incoming.arrived() <= known;
            if (gone) throw failure(FailureKind.DROPPED, "the device ended the session after " + lastSeen());
        } catch (InterruptedException e) {
            throw interrupted(e);
        }
    }

    private ConversationException interrupted(InterruptedException e) {
        Thread.currentThread().interrupt();
        return new ConversationException(FailureKind.STOPPED, endpoint, "interrupted", e);
    }

    /** The last line as evidence: printable, short. */
    private String lastSeen() {
        String line =
                ConfigBytes.printable(ConfigBytes.decode(incoming.lastLine().getBytes(StandardCharsets.ISO_8859_1)));
        String printable = line.replaceAll("\\p{Cntrl}", " ").strip();
        String shown = printable.length() > 80 ? printable.substring(printable.length() - 80) : printable;
        return shown.isEmpty() ? "an empty line" : "\"" + shown + "\"";
    }

    private void send(String line) {
        sendRaw(line + "\r");
    }

    private void sendRaw(String text) {
        sent.send(text.getBytes(StandardCharsets.UTF_8), line.outgoing(), endpoint, stopped);
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
        if (!stopped && !incoming.isEnded() && line.isOpen()) leave();
        line.close();
    }

    private void leave() {
        try {
            send(dialogue.logout());
            incoming.awaitMoreThan(incoming.arrived(), SETTLING);
        } catch (ConversationException e) {
            // It has gone already, which is what was wanted.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
