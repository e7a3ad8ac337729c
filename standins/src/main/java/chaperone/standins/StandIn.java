package chaperone.standins;

import chaperone.standins.control.Fault;
import chaperone.standins.control.Faults;
import chaperone.standins.corvane.CorvaneShell;
import chaperone.standins.corvane.CorvaneSwitch;
import chaperone.standins.corvane.Events;
import chaperone.standins.corvane.Hardware;
import chaperone.standins.ssh.SshRuntime;
import chaperone.standins.ssh.SshStandIn;
import chaperone.standins.ssh.Visit;
import java.net.InetSocketAddress;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;

/** One simulated switch at its address, with the faults that it is told to have. */
public final class StandIn implements AutoCloseable {
    private final Faults faults = new Faults();
    private final CorvaneSwitch device;
    private final SshStandIn network;
    private final Syslog syslog;

    /** What a stand-in is made from. */
    public record Plan(InetSocketAddress address, Hardware hardware, String running, String saved, KeyPair hostKey) {}

    StandIn(Plan plan, SshRuntime runtime, Syslog syslog, Clock clock, Duration restartTakes) {
        this.syslog = syslog;
        this.device = new CorvaneSwitch(plan.hardware(), plan.running(), plan.saved(), faults, clock);
        this.network = new SshStandIn(
                plan.address(),
                plan.hostKey(),
                runtime,
                new SshStandIn.Device(
                        device::logIn,
                        visit -> new CorvaneShell(device, visit, new Told()),
                        faults::has,
                        device::restart),
                restartTakes);
        network.settle();
    }

    /** What the sessions say is passed on: to the network end, and as log messages. */
    private final class Told implements Events {
        @Override
        public void loggedIn(CorvaneSwitch device, Visit visit) {
            send("LOGIN", visit, "log-in");
        }

        @Override
        public void edited(CorvaneSwitch device, Visit visit) {
            send("EDITED", visit, "configuration edited");
        }

        @Override
        public void restart(CorvaneSwitch device, Visit visit) {
            send("RESTART", visit, "restart asked for");
            network.restart();
        }

        private void send(String kind, Visit visit, String text) {
            String from = visit.from().getAddress().getHostAddress();
            syslog.send(device.name(), kind, Map.of("account", visit.account(), "from", from, "way", "SSH"), text);
        }
    }

    /** A new key of the kind ecdsa-sha2-nistp256 (RFC 5656). */
    public static KeyPair newHostKey() {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
            generator.initialize(256);
            return generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    public String name() {
        return device.name();
    }

    public InetSocketAddress address() {
        return network.address();
    }

    public CorvaneSwitch device() {
        return device;
    }

    public Map<Fault, Integer> faults() {
        return faults.all();
    }

    /** Sets a fault with its number; faults without a number do not look at it. */
    public void set(Fault fault, int number) {
        faults.change(fault, number);
        network.settle();
    }

    public void clear(Fault fault) {
        faults.clear(fault);
        network.settle();
    }

    /** As if another device had been put in its place. */
    public void changeHostKey() {
        network.useHostKey(newHostKey());
    }

    /** SSH sessions that are open now. */
    public int sessions() {
        return network.sessions();
    }

    public KeyPair hostKey() {
        return network.hostKey();
    }

    public void restart() {
        network.restart();
    }

    @Override
    public void close() {
        network.close();
    }
}
