package chaperone.standins.demo;

import chaperone.standins.StandIn;
import chaperone.standins.StandIns;
import chaperone.standins.demo.DemoHistory.Moment;
import chaperone.standins.device.Hardware;
import chaperone.standins.network.Identity;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/** Brings the demo's stand-ins up, as they were when they were last stopped. */
public final class DemoStart {
    private DemoStart() {}

    /** Starts every unit on {@code port} of its address; {@code state} is where it was kept, if anywhere. */
    public static void start(StandIns standIns, int port, Optional<Path> state, Instant now) {
        Optional<StateFolder> folder = state.map(StateFolder::new);
        DemoNetwork network = new DemoNetwork(standIns);
        for (Unit unit : DemoFleet.units()) {
            StandIn standIn = standIns.start(plan(unit, port, folder, now));
            standIn.device().chassis().stand(() -> network.around(unit));
            boolean isFresh = folder.flatMap(kept -> kept.configuration(unit.name(), "running"))
                    .isEmpty();
            if (isFresh && unit.name().equals("duns-acc-4")) leaveUnsaved(standIn);
            unit.fault().ifPresent(fault -> standIn.set(fault, 0));
        }
    }

    /** Access switches {@code hall0-acc-1} and on, at 127.21.0.1 and on: fifty to each made-up site. */
    public static void startMany(StandIns standIns, int count, int port) {
        for (int i = 0; i < count; i++) {
            String name = "hall" + i / 50 + "-acc-" + (i % 50 + 1);
            Hardware hardware = new Hardware("Corvane", "C2048", String.format("CN2048%05d", i), "7.4.2");
            String running = SampleConfig.of(DemoFleet.units().get(2)).replaceFirst("name \\S+", "name " + name);
            standIns.start(new StandIn.Plan(
                    new InetSocketAddress(addressOf(i), port),
                    hardware,
                    running,
                    running,
                    Identity.fresh(name),
                    StandIn.Access.SSH));
        }
    }

    /** The address of the switch with this number, counted from 0. */
    public static String addressOf(int number) {
        return "127.21." + number / 250 + "." + (number % 250 + 1);
    }

    /** From now on ships sail and return. */
    public static void sail(StandIns standIns, Clock clock) {
        Timetable timetable = new Timetable(clock.instant());
        standIns.timer()
                .scheduleAtFixedRate(() -> keepTo(timetable, standIns, clock.instant()), 5, 5, TimeUnit.SECONDS);
    }

    static void keepTo(Timetable timetable, StandIns standIns, Instant now) {
        Place.ships()
                .forEach(ship -> standIns.find(ship.code() + "-sw-1")
                        .ifPresent(standIn -> standIn.setAway(timetable.isAtSea(ship, now))));
    }

    /** Keeps what every stand-in is now. */
    public static void keep(StandIns standIns, Path state) {
        StateFolder folder = new StateFolder(state);
        standIns.all().forEach(folder::keep);
    }

    /**
     * Writes the known units, each one's past as {@code name/seconds.conf} and what its log said as {@code
     * name/messages.log}, a line each behind its seconds; and the list of those that wait.
     */
    public static void writeHistory(Path target, int port, Instant now) throws IOException {
        List<Unit> known = DemoFleet.units().stream().filter(Unit::isKnown).toList();
        for (Unit unit : known) {
            Path own = Files.createDirectories(target.resolve(unit.name()));
            List<String> log = new ArrayList<>();
            for (Moment moment : DemoHistory.of(unit, now)) {
                Path file = own.resolve(moment.at().getEpochSecond() + ".conf");
                Files.writeString(file, moment.running(), StandardCharsets.ISO_8859_1);
                for (PastMessage message : moment.messages())
                    log.add(message.at().getEpochSecond() + " " + message.text());
            }
            Files.write(own.resolve("messages.log"), log);
        }
        List<String> list = known.stream()
                .map(unit -> unit.name() + " " + unit.address() + " "
                        + unit.hardware().maker())
                .toList();
        DemoImages.write(target.resolve("images"));
        Files.write(target.resolve("known.txt"), list);
        Files.writeString(target.resolve("more-devices.csv"), DemoFleet.listToBringIn(port));
    }

    private static StandIn.Plan plan(Unit unit, int port, Optional<StateFolder> folder, Instant now) {
        Optional<String> running = folder.flatMap(kept -> kept.configuration(unit.name(), "running"));
        String newest = running.isPresent() ? "" : newest(unit, now);
        return new StandIn.Plan(
                new InetSocketAddress(unit.address(), port),
                folder.flatMap(kept -> kept.release(unit.name()))
                        .map(unit.hardware()::running)
                        .orElse(unit.hardware()),
                running.orElse(newest),
                folder.flatMap(kept -> kept.configuration(unit.name(), "saved")).orElse(newest),
                folder.map(kept -> kept.identity(unit.name())).orElseGet(() -> Identity.fresh(unit.name())),
                unit.access());
    }

    private static String newest(Unit unit, Instant now) {
        List<Moment> past = DemoHistory.of(unit, now);
        return past.get(past.size() - 1).kept();
    }

    private static void leaveUnsaved(StandIn standIn) {
        standIn.device()
                .type(
                        DemoFleet.PERSON,
                        List.of(
                                "port 1/0/18",
                                "text \"weather mast\"",
                                "member vlan 320",
                                "up",
                                "vlan 345 \"weather\""));
    }
}
