package chaperone.connect;

import chaperone.core.config.ConfigBytes;
import chaperone.core.platform.Platform;
import chaperone.core.platform.ShellDialogue;
import com.google.re2j.Matcher;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.function.Predicate;
import org.apache.sshd.client.channel.ChannelShell;
import org.apache.sshd.client.session.ClientSession;

/**
 * A conversation on a device's command line. Owned by one thread; only {@link #stop} may be called from another. Every
 * wait ends, at the latest with the patience of the whole conversation.
 */
public final class DeviceSession implements AutoCloseable {
    private static final Duration SETTLING = Duration.ofMillis(40);

    private final Endpoint endpoint;
    private final ClientSession session;
    private final ChannelShell channel;
    private final Incoming incoming;
    private final OutputStream outgoing;
    private final Patience patience;
    private final String hostKey;
    private final long deadline;
    private ShellDialogue dialogue;
    private String prompt = "";
    private volatile boolean stopped;

    DeviceSession(
            Endpoint endpoint,
            ClientSession session,
            ChannelShell channel,
            Incoming incoming,
            Patience patience,
            String hostKey,
            ShellDialogue dialogue) {
        this.endpoint = endpoint;
        this.session = session;
        this.channel = channel;
        this.incoming = incoming;
        this.outgoing = channel.getInvertedIn();
        this.patience = patience;
        this.hostKey = hostKey;
        this.deadline = System.nanoTime() + patience.whole().toNanos();
        this.dialogue = dialogue;
    }

    /** The fingerprint of the device's host key, as {@code SHA256:…}. */
    public String hostKey() {
        return hostKey;
    }

    public Endpoint endpoint() {
        return endpoint;
    }

    /** Waits for the first prompt and gives those of the platforms whose prompt it can be. */
    List<Platform> meet(List<Platform> candidates) {
        Predicate<String> isPrompt =
                line -> candidates.stream().anyMatch(p -> p.shell().prompt().matches(line));
        String line = awaitLine(isPrompt, patience.prompt(), FailureKind.UNEXPECTED_PROMPT);
        // A welcome text may hold something like a prompt: only the line after which nothing more comes is one.
        while (incomingWithin(SETTLING)) line = awaitLine(isPrompt, patience.prompt(), FailureKind.UNEXPECTED_PROMPT);
        prompt = line;
        String met = line;
        return candidates.stream().filter(p -> p.shell().prompt().matches(met)).toList();
    }

    /** From now on the conversation follows this platform. */
    void follow(Platform platform) {
        dialogue = platform.shell();
    }

    /** Switches paging off and goes up to the level from which configurations can be read. */
    void prepare(Login login) {
        run(dialogue.pageOff());
        if (dialogue.privilegedPrompt().matches(prompt)) return;
        send(dialogue.raise());
        String line = awaitLine(
                l -> isPrompt(l) || dialogue.asksPassword().matches(l), patience.silence(), FailureKind.FELL_SILENT);
        if (dialogue.asksPassword().matches(line)) {
            // Not to be taken for the prompt that is still to come.
            incoming.take();
            send(login.privilegedPassword());
            line = awaitLine(this::isPrompt, patience.silence(), FailureKind.FELL_SILENT);
        }
        String said = Reply.read(incoming.take(), "", "");
        prompt = line;
        if (!dialogue.privilegedPrompt().matches(line)) {
            throw failure(FailureKind.PRIVILEGE_REFUSED, said.isBlank() ? "the prompt stayed " + line : said.strip());
        }
    }

    /**
     * The answer to a command, without echo and prompt; lines end with a line feed.
     *
     * @throws ConversationException if the device refuses it, falls silent, ends the session or says too much
     */
    public String run(String command) {
        incoming.take();
        send(command);
        boolean paged = false;
        String line = awaitLine(
                l -> l.equals(prompt) || l.endsWith(dialogue.pageEnd()), patience.silence(), FailureKind.FELL_SILENT);
        while (!line.equals(prompt)) {
            paged = true;
            long known = incoming.arrived();
            sendRaw(dialogue.pageNext());
            awaitMore(known, patience.silence(), FailureKind.FELL_SILENT);
            line = awaitLine(
                    l -> l.equals(prompt) || l.endsWith(dialogue.pageEnd()),
                    patience.silence(),
                    FailureKind.FELL_SILENT);
        }
        String answer = Reply.read(incoming.take(), command, paged ? dialogue.pageEnd() : "");
        Matcher refusal = dialogue.refusal().matcher(answer);
        if (refusal.find() && refusal.start() == 0)
            throw failure(FailureKind.COMMAND_REFUSED, command + ": " + refusal.group());
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
            String line = incoming.lastLine();
            if (!line.isEmpty() && awaited.test(line)) return line;
            awaitMore(known, silence, ifSilent);
        }
    }

    private void awaitMore(long known, Duration silence, FailureKind ifSilent) {
        try {
            long left = deadline - System.nanoTime();
            Duration wait = left < silence.toNanos() ? Duration.ofNanos(Math.max(0, left)) : silence;
            boolean came = incoming.awaitMoreThan(known, wait);
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
        try {
            outgoing.write(text.getBytes(StandardCharsets.UTF_8));
            outgoing.flush();
        } catch (IOException e) {
            FailureKind kind = stopped ? FailureKind.STOPPED : FailureKind.DROPPED;
            throw new ConversationException(kind, endpoint, "the session had ended", e);
        }
    }

    private ConversationException failure(FailureKind kind, String seen) {
        return new ConversationException(kind, endpoint, seen);
    }

    /** Ends the conversation from another thread; the one that owns it gets {@link FailureKind#STOPPED}. */
    public void stop() {
        stopped = true;
        incoming.end();
    }

    /** Ends the session; says goodbye if the device still listens. Never throws. */
    @Override
    public void close() {
        if (!stopped && !incoming.isEnded() && channel.isOpen()) leave();
        channel.close(true);
        session.close(true);
    }

    private void leave() {
        try {
            send(dialogue.leave());
            incoming.awaitMoreThan(incoming.arrived(), SETTLING);
        } catch (ConversationException e) {
            // It has gone already, which is what was wanted.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
