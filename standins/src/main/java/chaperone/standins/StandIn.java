package chaperone.standins;

import chaperone.standins.device.Device;
import chaperone.standins.device.Events;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Guard;
import chaperone.standins.device.Hardware;
import chaperone.standins.device.Shell;
import chaperone.standins.device.Terminal;
import chaperone.standins.device.Visit;
import chaperone.standins.network.Identity;
import chaperone.standins.network.NetworkEnd;
import chaperone.standins.ssh.SshRuntime;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** One simulated device at its address, with the faults that it is told to have. */
public final class StandIn implements AutoCloseable {
    private final Device device;
    private final Guard guard;
    private final NetworkEnd network;
    private final Syslog syslog;
    private final Optional<Function<Visit, Shell>> shellOf;

    /** By which protocol a device with a command line is reached; older units have no SSH. */
    public enum Access {
        SSH,
        TELNET
    }

    /** What a stand-in is made from; its maker decides the family. */
    public record Plan(
            InetSocketAddress address,
            Hardware hardware,
            String running,
            String saved,
            Identity identity,
            Access access) {}

    StandIn(Plan plan, SshRuntime runtime, Syslog syslog, Clock clock, Duration restartTakes) {
        this.syslog = syslog;
        Family family = Family.of(plan, runtime, clock, new Told());
        this.device = family.device();
        this.guard = family.guard();
        this.network =
                new NetworkEnd(plan.address(), plan.identity(), device, family.ports(), runtime.timer(), restartTakes);
        this.shellOf = family.shellOf();
        // Not in the thread of the session that made the change: closing the port waits for that session.
        device.chassis().afterChange(() -> runtime.timer().execute(network::settle));
        network.settle();
    }

    /** What the sessions say is passed on: to the network end, and as log messages. */
    private final class Told implements Events {
        @Override
        public void loggedIn(Visit visit) {
            send("LOGIN", visit, "log-in");
        }

        @Override
        public void edited(Visit visit) {
            send("EDITED", visit, "configuration edited");
        }

        @Override
        public void restart(Visit visit) {
            send("RESTART", visit, "restart asked for");
            network.restart();
        }

        private void send(String kind, Visit visit, String text) {
            String from = visit.from().getAddress().getHostAddress();
            Map<String, String> data = visit.way().equals(Visit.CABLE)
                    ? Map.of("way", visit.way())
                    : Map.of("account", visit.account(), "from", from, "way", visit.way());
            syslog.send(
                    new Syslog.Sender(
                            device.name(),
                            maker().toLowerCase(java.util.Locale.ROOT),
                            address().getAddress()),
                    kind,
                    data,
                    text);
        }
    }

    public String maker() {
        return device.chassis().hardware().maker();
    }

    public String name() {
        return device.name();
    }

    public InetSocketAddress address() {
        return network.address();
    }

    public Device device() {
        return device;
    }

    public Map<Fault, Integer> faults() {
        return device.faults().all();
    }

    /** Sets a fault with its number; faults without a number do not look at it. */
    public void set(Fault fault, int number) {
        if (fault == Fault.EDITED_BEHIND) {
            device.type("stranger", device.strangersEdit());
            return;
        }
        device.faults().change(fault, number);
        network.settle();
    }

    public void clear(Fault fault) {
        device.faults().clear(fault);
        network.comeBackIfHeldUp();
        network.settle();
    }

    /** As if it had just been unpacked: it answers on its cable only, until it is told more. */
    public void becomeFactoryNew() {
        device.becomeFactoryNew();
    }

    /**
     * What somebody pastes who stands at the device with a cable; gives what the screen shows.
     *
     * @throws IllegalArgumentException if the device has no command line
     */
    public String paste(String text) throws IOException {
        Function<Visit, Shell> shell =
                shellOf.orElseThrow(() -> new IllegalArgumentException(name() + " has no command line"));
        Visit visit = new Visit("cable", levelAtCable(), network.address(), Visit.CABLE);
        ByteArrayOutputStream screen = new ByteArrayOutputStream();
        ByteArrayInputStream typed = new ByteArrayInputStream(text.getBytes(StandardCharsets.ISO_8859_1));
        shell.apply(visit).serve(new Terminal(typed, screen, true, 0));
        return screen.toString(StandardCharsets.ISO_8859_1);
    }

    private String levelAtCable() {
        return maker().equals("Altamont") ? "full" : "admin";
    }

    /** As if the time had come at which it undoes by itself what nobody has kept. */
    public void guardRunsOut() {
        guard.runOut();
    }

    public boolean isGuardOn() {
        return guard.isOn();
    }

    /** As if another device had been put in its place. */
    public void changeIdentity() {
        network.use(Identity.fresh(name()));
    }

    /** Sessions that are open now. */
    public int sessions() {
        return network.sessions();
    }

    public Identity identity() {
        return network.identity();
    }

    public boolean isUp() {
        return network.isUp();
    }

    public boolean isAway() {
        return network.isAway();
    }

    /** A ship at sea is out of reach. */
    public void setAway(boolean away) {
        network.setAway(away);
    }

    public void restart() {
        network.restart();
    }

    @Override
    public void close() {
        network.close();
    }
}
