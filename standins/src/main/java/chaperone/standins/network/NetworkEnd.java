package chaperone.standins.network;

import chaperone.standins.device.Device;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Faults;
import chaperone.standins.device.Port;
import java.io.UncheckedIOException;
import java.net.InetSocketAddress;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;

/** A device as the network sees it: reachable or not, restarting or not, with one identity. Safe for threads. */
public final class NetworkEnd implements AutoCloseable {
    private final InetSocketAddress putUpAt;
    private final Device device;
    private final PortMaker ports;
    private final ScheduledExecutorService timer;
    private final Duration restartTakes;
    private InetSocketAddress address;
    private Identity identity;
    private Optional<Port> port = Optional.empty();
    private Optional<SilentPort> silence = Optional.empty();
    private boolean isAway;
    private boolean restarts;
    private boolean closed;

    /** @param ports makes the port that the device listens on, with its identity of the moment */
    public NetworkEnd(
            InetSocketAddress address,
            Identity identity,
            Device device,
            PortMaker ports,
            ScheduledExecutorService timer,
            Duration restartTakes) {
        this.putUpAt = address;
        this.address = address;
        this.identity = identity;
        this.device = device;
        this.ports = ports;
        this.timer = timer;
        this.restartTakes = restartTakes;
    }

    /** Where it listens. */
    public synchronized InetSocketAddress address() {
        return address;
    }

    /** Brings the network end in line with the faults that are set, and with where the device is. */
    public synchronized void settle() {
        if (closed) return;
        moveTo(placeByConfiguration());
        Faults faults = device.faults();
        boolean silent = isAway || faults.has(Fault.NO_ANSWER) || restarts && faults.has(Fault.STAYS_AWAY);
        boolean listens = !silent && !restarts && !faults.has(Fault.PORT_CLOSED) && device.isRemote();
        if (!listens) stopListening();
        if (!silent) endSilence();
        if (silent && silence.isEmpty()) silence = Optional.of(new SilentPort(address));
        if (listens && port.isEmpty()) listen();
    }

    /** Where its configuration leads it to somebody else's address, that one goes on answering. */
    private void listen() {
        Port made = ports.at(address, identity);
        try {
            made.open();
            port = Optional.of(made);
        } catch (UncheckedIOException e) {
            if (address.equals(putUpAt)) throw e;
        }
    }

    private InetSocketAddress placeByConfiguration() {
        List<String> own = device.ownAddresses();
        boolean stays = own.isEmpty() || own.contains(putUpAt.getHostString());
        return stays ? putUpAt : new InetSocketAddress(own.get(0), putUpAt.getPort());
    }

    private void moveTo(InetSocketAddress other) {
        if (other.equals(address)) return;
        stopListening();
        endSilence();
        address = other;
    }

    /** Out of reach, as a ship at sea. */
    public synchronized void setAway(boolean away) {
        if (isAway == away) return;
        isAway = away;
        settle();
    }

    public synchronized boolean isAway() {
        return isAway;
    }

    /** Whether somebody could talk to it now. */
    public synchronized boolean isUp() {
        return port.isPresent();
    }

    /** A device that was replaced by another at the same address. */
    public synchronized void use(Identity other) {
        identity = other;
        stopListening();
        settle();
    }

    public synchronized Identity identity() {
        return identity;
    }

    /** Drops all sessions, stays away for a while, comes back with the saved configuration. */
    public synchronized void restart() {
        restarts = true;
        settle();
        timer.schedule(this::comeBack, restartTakes.toMillis(), TimeUnit.MILLISECONDS);
    }

    private synchronized void comeBack() {
        if (device.faults().has(Fault.STAYS_AWAY)) return;
        device.restart();
        restarts = false;
        settle();
    }

    /** Ends a restart that a fault has held up. */
    public synchronized void comeBackIfHeldUp() {
        if (restarts && silence.isPresent()) comeBack();
    }

    public synchronized int sessions() {
        return port.map(Port::sessions).orElse(0);
    }

    private void stopListening() {
        port.ifPresent(Port::close);
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
        device.chassis().storage().clear();
    }
}
