package chaperone.standins.demo;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.standins.StandIns;
import chaperone.standins.demo.Plan.End;
import chaperone.standins.device.Device;
import chaperone.standins.device.Fault;
import chaperone.standins.device.Neighbourhood;
import chaperone.standins.device.Neighbourhood.Neighbour;
import java.net.InetSocketAddress;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The made-up fleet is one network: what a device says of another fits what that one says. */
class DemoFleetTest {
    private static final Instant NOW = Instant.parse("2026-11-23T07:58:00Z");
    private static final int PORT = 2933;
    private static StandIns standIns;

    @BeforeAll
    static void start() {
        standIns = new StandIns(new InetSocketAddress("127.0.0.1", 9), Clock.systemUTC(), Duration.ZERO);
        DemoStart.start(standIns, PORT, Optional.empty(), NOW);
        standIns.all().values().forEach(standIn -> standIn.faults().keySet().forEach(standIn::clear));
    }

    @AfterAll
    static void stop() {
        standIns.close();
    }

    static List<Unit> units() {
        return DemoFleet.units();
    }

    @Test
    void sixtyFourDevicesOfFourFamilies() {
        assertThat(units()).hasSize(64);
        assertThat(units().stream().map(Unit::name)).doesNotHaveDuplicates();
        assertThat(units().stream().map(Unit::address)).doesNotHaveDuplicates();
        assertThat(units().stream().map(unit -> unit.hardware().serial())).doesNotHaveDuplicates();
        assertThat(units().stream().map(unit -> unit.hardware().maker()).distinct())
                .hasSize(4);
    }

    @ParameterizedTest
    @MethodSource("units")
    void aDeviceMadeFromWhatItKeptIsTheSame(Unit unit) {
        for (DemoHistory.Moment moment : DemoHistory.of(unit, NOW)) {
            Device again = StandIns.deviceOf(unit.hardware(), moment.kept(), moment.kept(), Clock.systemUTC());
            assertThat(again.keptRunning()).isEqualTo(moment.kept());
            assertThat(again.name()).isEqualTo(unit.name());
            assertThat(again.runningText()).doesNotContain(DemoFleet.PASSWORD, DemoFleet.PERSON_PASSWORD);
            assertThat(again.logIn(DemoFleet.ACCOUNT, DemoFleet.PASSWORD)).isPresent();
        }
    }

    /** Whoever mended it restored the very configuration that was there before. */
    @ParameterizedTest
    @ValueSource(strings = {"brkw-core-2", "harr-core-1"})
    void accidentsEndAsTheyBegan(String name) {
        Unit unit = units().stream()
                .filter(each -> each.name().equals(name))
                .findFirst()
                .orElseThrow();
        List<String> texts =
                DemoHistory.of(unit, NOW).stream().map(DemoHistory.Moment::kept).toList();
        assertThat(IntStream.range(2, texts.size()))
                .anyMatch(i ->
                        texts.get(i).equals(texts.get(i - 2)) && !texts.get(i).equals(texts.get(i - 1)));
        assertThat(DemoHistory.of(unit, NOW).stream()
                        .map(DemoHistory.Moment::at)
                        .toList())
                .isSorted();
    }

    @Test
    void everyPortOfALinkIsUsedOnce() {
        List<End> ends = Plan.links().stream().flatMap(Plan.Link::ends).toList();
        assertThat(ends).doesNotHaveDuplicates();
        Set<String> names = units().stream().map(Unit::name).collect(Collectors.toSet());
        assertThat(ends).allMatch(end -> names.contains(end.device()));
    }

    @Test
    void neighboursSeeEachOtherOnTheSamePorts() {
        Set<String> seen = new HashSet<>();
        for (Unit unit : units()) {
            for (Neighbour n : around(unit).neighbours())
                seen.add(unit.name() + " " + n.port() + " " + n.name() + " " + n.farPort());
        }
        assertThat(seen).hasSize(2 * Plan.links().size());
        assertThat(seen).allMatch(line -> {
            String[] words = line.split(" ");
            return seen.contains(words[2] + " " + words[3] + " " + words[0] + " " + words[1]);
        });
    }

    @Test
    void everyMacAddressInATableBelongsToADeviceOrAHost() {
        Set<String> macs =
                units().stream().map(unit -> unit.hardware().macBase()).collect(Collectors.toSet());
        assertThat(macs).hasSize(64);
        for (Unit unit : units()) {
            Neighbourhood around = around(unit);
            assertThat(around.arp())
                    .allMatch(row -> macs.contains(row.mac()) || row.mac().startsWith("02:0b:"));
            assertThat(around.macs())
                    .allMatch(row -> macs.contains(row.mac()) || row.mac().startsWith("02:0b:"));
            assertThat(around.routes()).isNotEmpty();
        }
    }

    @Test
    void theNextHopOfEveryRouteIsInTheArpTableOrBehindIt() {
        Map<String, Unit> byName = units().stream().collect(Collectors.toMap(Unit::name, Function.identity()));
        Neighbourhood router = around(byName.get("cairn-rtr-1"));
        assertThat(router.routes())
                .filteredOn(route -> !route.via().equals("-"))
                .isNotEmpty()
                .allMatch(route ->
                        router.arp().stream().anyMatch(row -> row.address().equals(route.via())));
    }

    @Test
    void aClosedPortAndAShipAtSeaAreNotSeen() {
        Unit access = units().stream()
                .filter(u -> u.name().equals("duns-acc-1"))
                .findFirst()
                .orElseThrow();
        assertThat(names(access)).contains("mv-curlew-sw-1", "duns-core-2");
        standIns.get("mv-curlew-sw-1").setAway(true);
        standIns.get("duns-core-2").device().type("x", List.of("port 1/0/3", "closed"));
        standIns.get("duns-core-1").set(Fault.NO_ANSWER, 0);
        assertThat(names(access)).isEmpty();
        standIns.get("mv-curlew-sw-1").setAway(false);
        standIns.get("duns-core-2").device().type("x", List.of("port 1/0/3", "open"));
        standIns.get("duns-core-1").clear(Fault.NO_ANSWER);
        assertThat(names(access)).hasSize(3);
    }

    @Test
    void shipsSailAndReturn() {
        Timetable timetable = new Timetable(NOW);
        for (Place ship : Place.ships().toList()) {
            long[] atSea = java.util.stream.LongStream.range(0, 200)
                    .filter(minute -> timetable.isAtSea(ship, NOW.plus(Duration.ofMinutes(minute))))
                    .toArray();
            assertThat(atSea).isNotEmpty();
            assertThat(atSea[0]).isGreaterThanOrEqualTo(10);
            assertThat(timetable.isAtSea(ship, NOW.plus(Duration.ofMinutes(atSea[0] + 14))))
                    .isFalse();
            assertThat(timetable.isAtSea(ship, NOW.plus(Duration.ofMinutes(atSea[0] + 36))))
                    .isTrue();
        }
        DemoStart.keepTo(timetable, standIns, NOW.plus(Duration.ofMinutes(11)));
        assertThat(standIns.get("mv-avocet-sw-1").isUp()).isFalse();
        assertThat(standIns.get("mv-bittern-sw-1").isUp()).isTrue();
        DemoStart.keepTo(timetable, standIns, NOW);
        assertThat(standIns.get("mv-avocet-sw-1").isUp()).isTrue();
    }

    private static List<String> names(Unit unit) {
        return around(unit).neighbours().stream().map(Neighbour::name).toList();
    }

    private static Neighbourhood around(Unit unit) {
        return standIns.get(unit.name()).device().chassis().neighbourhood();
    }
}
