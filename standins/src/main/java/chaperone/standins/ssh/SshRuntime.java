package chaperone.standins.ssh;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.apache.sshd.common.io.nio2.Nio2ServiceFactoryFactory;
import org.apache.sshd.common.util.threads.CloseableExecutorService;
import org.apache.sshd.common.util.threads.ThreadUtils;

/** The threads that all stand-ins of a process share; a thousand servers do not need a thousand pools. */
public final class SshRuntime implements AutoCloseable {
    private final CloseableExecutorService io = ThreadUtils.newFixedThreadPool("stand-in-io", 8);
    private final ExecutorService shells = Executors.newCachedThreadPool(task -> daemon(task, "stand-in-shell"));
    private final ScheduledExecutorService timer =
            Executors.newSingleThreadScheduledExecutor(task -> daemon(task, "stand-in-timer"));

    private static Thread daemon(Runnable task, String name) {
        Thread thread = new Thread(task, name);
        thread.setDaemon(true);
        return thread;
    }

    Nio2ServiceFactoryFactory io() {
        return new Nio2ServiceFactoryFactory(() -> ThreadUtils.noClose(io));
    }

    public ExecutorService shells() {
        return shells;
    }

    public ScheduledExecutorService timer() {
        return timer;
    }

    @Override
    public void close() {
        timer.shutdownNow();
        shells.shutdownNow();
        io.shutdownNow();
    }
}
