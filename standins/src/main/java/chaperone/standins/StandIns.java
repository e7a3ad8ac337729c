package chaperone.standins;

import chaperone.standins.device.Device;
import chaperone.standins.device.Hardware;
import chaperone.standins.ssh.SshRuntime;
import java.net.InetSocketAddress;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.ScheduledExecutorService;

/** All stand-ins of a process, by name. */
public final class StandIns implements AutoCloseable {
    private final SshRuntime runtime = new SshRuntime();
    private final Clock clock;
    private final Duration restartTakes;
    private final Syslog syslog;
    private final Map<String, StandIn> byName = new ConcurrentSkipListMap<>();

    /**
     * @param collector where log messages go
     * @param restartTakes how long a device stays away when it restarts
     */
    public StandIns(InetSocketAddress collector, Clock clock, Duration restartTakes) {
        this.clock = clock;
        this.restartTakes = restartTakes;
        this.syslog = new Syslog(collector, clock);
    }

    /** Starts a device; the name under which it is kept is the one in its configuration at this moment. */
    public StandIn start(StandIn.Plan plan) {
        StandIn standIn = new StandIn(plan, runtime, syslog, clock, restartTakes);
        StandIn before = byName.putIfAbsent(standIn.name(), standIn);
        if (before == null) return standIn;
        standIn.close();
        throw new IllegalArgumentException("There are two stand-ins called " + standIn.name());
    }

    /** A device by itself, that nobody can reach: for working out what it would show. */
    public static Device deviceOf(Hardware hardware, String running, String saved, Clock clock) {
        return Family.alone(hardware, running, saved, clock);
    }

    /** For what happens at its time. */
    public ScheduledExecutorService timer() {
        return runtime.timer();
    }

    public Optional<StandIn> find(String name) {
        return Optional.ofNullable(byName.get(name));
    }

    /** @throws IllegalArgumentException if there is none of this name */
    public StandIn get(String name) {
        return find(name).orElseThrow(() -> new IllegalArgumentException("No stand-in is called " + name));
    }

    public Map<String, StandIn> all() {
        return new TreeMap<>(byName);
    }

    @Override
    public void close() {
        List.copyOf(byName.values()).forEach(StandIn::close);
        byName.clear();
        runtime.close();
    }
}
