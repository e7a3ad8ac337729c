package chaperone.server.console;

import chaperone.connect.Connector;
import chaperone.connect.conversation.Console;
import chaperone.connect.conversation.Target;
import chaperone.core.platform.Platform;
import chaperone.server.problem.ProblemException;
import chaperone.server.task.Schedulers;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/** Consoles that were asked for and are fetched a moment later, once and by the same person. */
@Component
class PendingConsoles implements DisposableBean {
    private static final Duration KEPT = Duration.ofMinutes(1);

    private final Connector connector;
    private final Recordings recordings;
    private final Clock clock;
    private final Map<Long, Waiting> waiting = new ConcurrentHashMap<>();
    private final Set<Recorder> running = ConcurrentHashMap.newKeySet();
    private final ThreadPoolTaskScheduler timer = Schedulers.finishing("consoles", 1);

    private record Waiting(String account, Target target, Platform platform, Instant since) {}

    PendingConsoles(Connector connector, Recordings recordings, Clock clock) {
        this.connector = connector;
        this.recordings = recordings;
        this.clock = clock;
        // A recorder that cannot store ends its console by itself, and never throws.
        Schedulers.every(timer, Duration.ofSeconds(1), () -> running.forEach(Recorder::store));
    }

    /** @return the number of the recording, by which the console is fetched */
    long ask(String device, String account, String loggedInAs, Target target, Platform platform) {
        Instant now = clock.instant();
        waiting.values().removeIf(each -> each.since().plus(KEPT).isBefore(now));
        long id = recordings.begin(device, account, loggedInAs);
        waiting.put(id, new Waiting(account, target, platform, now));
        return id;
    }

    /** @throws ProblemException if nobody, or somebody else, has asked for it just now */
    Console fetch(long id, String account, Console.Sink shown) {
        Waiting asked = waiting.get(id);
        boolean isTheirs = asked != null
                && asked.account().equals(account)
                && !asked.since().plus(KEPT).isBefore(clock.instant());
        if (!isTheirs || !waiting.remove(id, asked)) throw ProblemException.notFound("console", id);
        Recorder recorder = new Recorder(recordings, id, shown);
        try {
            Console console = connector.console(asked.target(), Optional.of(asked.platform()), recorder);
            running.add(recorder);
            return new Recorded(console, recorder);
        } catch (RuntimeException e) {
            recordings.end(id);
            throw e;
        }
    }

    private final class Recorded implements Console {
        private final Console console;
        private final Recorder recorder;

        Recorded(Console console, Recorder recorder) {
            this.console = console;
            this.recorder = recorder;
        }

        @Override
        public void type(String text) {
            console.type(text);
        }

        @Override
        public void close() {
            console.close();
            recorder.ended();
            running.remove(recorder);
        }
    }

    @Override
    public void destroy() {
        timer.shutdown();
        running.forEach(Recorder::ended);
    }
}
