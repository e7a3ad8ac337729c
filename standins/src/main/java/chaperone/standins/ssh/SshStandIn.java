package chaperone.standins.ssh;

import chaperone.standins.control.Fault;
import java.net.InetSocketAddress;
import java.security.KeyPair;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Predicate;

/** A device as the network sees it: reachable or not, restarting or not, with one host key. Safe for threads. */
public final class SshStandIn implements AutoCloseable {

    /** What the network end needs of a device. */
    public record Device(
            BiFunction<String, String, Optional<String>> logIn,
            Function<Visit, Shell> shellOf,
            Predicate<Fault> hasFault,
            Runnable restart) {}

    private final InetSocketAddress address;
    private final SshRuntime runtime;
    private final Device device;
    private final Duration restartTakes;
    private KeyPair hostKey;
    private Optional<SshPort> port = Optional.empty();
    private Optional<SilentPort> silence = Optional.empty();
    private boolean closed;

    public SshStandIn(
            InetSocketAddress address, KeyPair hostKey, SshRuntime runtime, Device device, Duration restartTakes) {
        this.address = address;
        this.hostKey = hostKey;
        this.runtime = runtime;
        this.device = device;
        this.restartTakes = restartTakes;
    }

    public InetSocketAddress address() {
        return address;
    }

    /** Brings the network end in line with the faults that are set. */
    public synchronized void settle() {
        if (closed) return;
        boolean silent = device.hasFault().test(Fault.NO_ANSWER);
        boolean listens = !silent && !device.hasFault().test(Fault.PORT_CLOSED);
        if (!listens) stopListening();
        if (!silent) endSilence();
        if (silent && silence.isEmpty()) silence = Optional.of(new SilentPort(address));
        if (listens && port.isEmpty()) listen();
    }

    /** A device that was replaced by another at the same address. */
    public synchronized void useHostKey(KeyPair key) {
        hostKey = key;
        stopListening();
        settle();
    }

    public synchronized KeyPair hostKey() {
        return hostKey;
    }

    /** Drops all sessions, stays away for a while, comes back with the saved configuration. */
    public synchronized void restart() {
        stopListening();
        runtime.timer().schedule(this::comeBack, restartTakes.toMillis(), TimeUnit.MILLISECONDS);
    }

    private synchronized void comeBack() {
        device.restart().run();
        settle();
    }

    /** Sessions that are open now. */
    public synchronized int sessions() {
        return port.map(SshPort::sessions).orElse(0);
    }

    public synchronized void dropSessions() {
        port.ifPresent(SshPort::dropSessions);
    }

    private void listen() {
        SshPort opened = new SshPort(address, hostKey, runtime, device.logIn(), device.shellOf());
        opened.open();
        port = Optional.of(opened);
    }

    private void stopListening() {
        port.ifPresent(SshPort::close);
        port = Optional.empty();
    }

    private void endSilence() {
        silence.ifPresent(SilentPort::close);
        silence = Optional.empty();
    }

    @Override
    public synchronized void close() {
        closed = true;
        stopListening();
        endSilence();
    }
}
