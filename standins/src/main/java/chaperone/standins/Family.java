package chaperone.standins;

import chaperone.standins.StandIn.Access;
import chaperone.standins.StandIn.Plan;
import chaperone.standins.altamont.AltamontRouter;
import chaperone.standins.altamont.AltamontShell;
import chaperone.standins.altamont.NetconfSession;
import chaperone.standins.brisling.BrislingFirewall;
import chaperone.standins.brisling.BrislingShell;
import chaperone.standins.corvane.CorvaneShell;
import chaperone.standins.corvane.CorvaneSwitch;
import chaperone.standins.device.Chassis;
import chaperone.standins.device.Device;
import chaperone.standins.device.Events;
import chaperone.standins.device.Guard;
import chaperone.standins.device.Hardware;
import chaperone.standins.device.Shell;
import chaperone.standins.device.Visit;
import chaperone.standins.https.HttpsPort;
import chaperone.standins.network.PortMaker;
import chaperone.standins.pellon.PellonService;
import chaperone.standins.pellon.PellonSwitch;
import chaperone.standins.ssh.SshPort;
import chaperone.standins.ssh.SshRuntime;
import chaperone.standins.telnet.TelnetPort;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.time.Clock;
import java.util.Optional;
import java.util.function.Function;

/** Puts a device of each family together with the port that it listens on. */
record Family(Device device, Guard guard, PortMaker ports, Optional<Function<Visit, Shell>> shellOf) {

    static Family of(Plan plan, SshRuntime runtime, Clock clock, Events events) {
        Guard guard = new Guard(runtime.timer());
        Device made = device(new Chassis(plan.hardware(), clock), plan.running(), plan.saved(), guard);
        if (made instanceof CorvaneSwitch device) {
            return shell(plan, runtime, device, guard, visit -> new CorvaneShell(device, visit, events, guard));
        }
        if (made instanceof AltamontRouter device) {
            SshPort.Programs netconf = new SshPort.Programs() {
                @Override
                public void serve(Visit visit, InputStream in, OutputStream out) throws IOException {
                    new NetconfSession(device, visit, events, in, out).serve();
                }

                @Override
                public boolean isOn() {
                    return device.isReachedBy("programs");
                }
            };
            Function<Visit, Shell> shellOf = visit -> new AltamontShell(device, visit, events);
            return ssh(plan, runtime, device, guard, shellOf, Optional.of(netconf), SshPort.Files.SFTP);
        }
        if (made instanceof BrislingFirewall device) {
            Function<Visit, Shell> shellOf = visit -> new BrislingShell(device, visit, events);
            return ssh(plan, runtime, device, guard, shellOf, Optional.empty(), SshPort.Files.SFTP);
        }
        PellonService service = new PellonService((PellonSwitch) made, events);
        return new Family(
                made,
                guard,
                (address, identity) -> new HttpsPort(address, identity, service, service::open, runtime.shells()),
                Optional.empty());
    }

    /** A device that nobody can reach; what it is told to undo later it does not undo. */
    static Device alone(Hardware hardware, String running, String saved, Clock clock) {
        return device(new Chassis(hardware, clock), running, saved, Guard.never());
    }

    private static Device device(Chassis chassis, String running, String saved, Guard guard) {
        String maker = chassis.hardware().maker();
        return switch (maker) {
            case "Corvane" -> new CorvaneSwitch(chassis, running, saved);
            case "Altamont" -> new AltamontRouter(chassis, running, saved, guard);
            case "Brisling" -> new BrislingFirewall(chassis, running, saved, guard);
            case "Pellon" -> new PellonSwitch(chassis, running, saved);
            default -> throw new IllegalArgumentException(maker + " makes nothing that is known here");
        };
    }

    private static Family shell(
            Plan plan, SshRuntime runtime, Device device, Guard guard, Function<Visit, Shell> shellOf) {
        if (plan.access() == Access.SSH) {
            return ssh(plan, runtime, device, guard, shellOf, Optional.empty(), SshPort.Files.SCP);
        }
        return new Family(
                device,
                guard,
                (address, identity) -> new TelnetPort(address, device::logIn, shellOf, runtime.shells()),
                Optional.of(shellOf));
    }

    private static Family ssh(
            Plan plan,
            SshRuntime runtime,
            Device device,
            Guard guard,
            Function<Visit, Shell> shellOf,
            Optional<SshPort.Programs> netconf,
            SshPort.Files files) {
        SshPort.Offer offer = new SshPort.Offer(
                plan.hardware().maker() + "_" + plan.hardware().release().split("\\.")[0],
                device::logIn,
                device::logInByKey,
                shellOf,
                netconf,
                files,
                device.chassis().storage());
        return new Family(
                device,
                guard,
                (address, identity) -> new SshPort(address, identity.key(), runtime, offer),
                Optional.of(shellOf));
    }
}
