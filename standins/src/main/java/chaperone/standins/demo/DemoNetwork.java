package chaperone.standins.demo;

import chaperone.standins.StandIn;
import chaperone.standins.StandIns;
import chaperone.standins.demo.Plan.End;
import chaperone.standins.demo.Plan.Link;
import chaperone.standins.demo.Plan.Net;
import chaperone.standins.device.Neighbourhood;
import chaperone.standins.device.Neighbourhood.Arp;
import chaperone.standins.device.Neighbourhood.Mac;
import chaperone.standins.device.Neighbourhood.Neighbour;
import chaperone.standins.device.Neighbourhood.Route;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Tells every device what it sees of the others at this moment: who is away or has closed a port is not seen. */
final class DemoNetwork {
    private static final List<Integer> VLANS = List.of(Plan.STAFF, Plan.QUAY, Plan.HALL);

    private final StandIns standIns;
    private final Map<String, Unit> units;
    private final Map<String, List<Link>> linksOf;

    /** Something that is plugged in: a till, a camera, a phone. */
    private record Host(String address, String mac, int vlan, String device, String port) {}

    DemoNetwork(StandIns standIns) {
        this.standIns = standIns;
        this.units = DemoFleet.units().stream().collect(Collectors.toMap(Unit::name, Function.identity()));
        this.linksOf = Plan.links().stream()
                .flatMap(link -> link.ends().map(end -> Map.entry(end.device(), link)))
                .collect(Collectors.groupingBy(
                        Map.Entry::getKey, Collectors.mapping(Map.Entry::getValue, Collectors.toList())));
    }

    Neighbourhood around(Unit unit) {
        List<Neighbour> neighbours = neighbours(unit.name());
        return new Neighbourhood(neighbours, routes(unit), arp(unit), macs(unit, neighbours));
    }

    private List<Neighbour> neighbours(String name) {
        return linksOf.getOrDefault(name, List.of()).stream()
                .filter(this::isUp)
                .map(link -> link.a().device().equals(name) ? link : new Link(link.b(), link.a()))
                .map(link -> new Neighbour(
                        link.a().port(),
                        link.b().device(),
                        link.b().port(),
                        units.get(link.b().device()).model()))
                .toList();
    }

    private boolean isUp(Link link) {
        return link.ends().allMatch(this::isUp);
    }

    private boolean isUp(End end) {
        Optional<StandIn> standIn = standIns.find(end.device());
        return standIn.filter(s -> s.isUp() && !s.device().isClosed(end.port())).isPresent();
    }

    private static String mac(Unit unit) {
        return unit.hardware().macBase();
    }

    private static String hostMac(String address) {
        String[] parts = address.split("\\.");
        return String.format(
                Locale.ROOT,
                "02:0b:%02x:%02x:%02x:%02x",
                Integer.parseInt(parts[0]),
                Integer.parseInt(parts[1]),
                Integer.parseInt(parts[2]),
                Integer.parseInt(parts[3]));
    }

    /** The hosts of a site's three networks, plugged into its access switches one after the other. */
    private static List<Host> hosts(Place place) {
        List<Integer> access = DemoFleet.accessNumbers(place);
        List<Host> hosts = new ArrayList<>();
        for (int vlan : VLANS) {
            Net net = Plan.net(place, vlan);
            for (int i = 4; i < Math.min(net.size() - 1, 15); i++) {
                int number = access.get(hosts.size() % access.size());
                String port = "1/0/" + (3 + hosts.size() / access.size() % 16);
                hosts.add(new Host(net.host(i), hostMac(net.host(i)), vlan, place.code() + "-acc-" + number, port));
            }
        }
        return hosts;
    }

    private static List<Host> aboard(Place ship) {
        Net net = Plan.ship(ship);
        return IntStream.rangeClosed(2, 4)
                .mapToObj(i -> new Host(net.host(i), hostMac(net.host(i)), 30, ship.code() + "-sw-1", "" + i))
                .toList();
    }

    private List<Route> routes(Unit unit) {
        Place place = unit.place();
        return switch (unit.role()) {
            case "core" -> ofCore(place);
            case "rtr" -> place == Place.ALD ? ofCentreRouter(unit) : ofTerminalRouter(place);
            case "wall" ->
                List.of(
                        new Route("0.0.0.0/0", Plan.net(Place.ALD, Plan.STAFF).host(1), "e1", "fixed"),
                        new Route(Plan.net(Place.ALD, Plan.QUAY).prefix(), "-", "e4", "own"));
            case "sw" -> List.of(new Route("0.0.0.0/0", Plan.ship(place).host(6), "8", "fixed"));
            default -> List.of(new Route("0.0.0.0/0", Plan.transfer(place).host(1), "vlan900", "fixed"));
        };
    }

    private static List<Route> ofCore(Place place) {
        Stream<Route> own =
                VLANS.stream().map(vlan -> new Route(Plan.net(place, vlan).prefix(), "-", "vlan" + vlan, "own"));
        return Stream.concat(
                        Stream.of(
                                new Route("0.0.0.0/0", Plan.transfer(place).host(3), "vlan900", "fixed"),
                                new Route(Plan.transfer(place).prefix(), "-", "vlan900", "own")),
                        own)
                .toList();
    }

    private static List<Route> ofTerminalRouter(Place place) {
        List<Route> routes = new ArrayList<>();
        routes.add(new Route("0.0.0.0/0", Plan.wan(place, 1).host(1), "wan-0", "fixed"));
        routes.add(new Route(Plan.wan(place, 1).prefix(), "-", "wan-0", "own"));
        routes.add(new Route(Plan.wan(place, 2).prefix(), "-", "wan-1", "own"));
        routes.add(new Route(Plan.transfer(place).prefix(), "-", "lan-0", "own"));
        VLANS.forEach(vlan -> routes.add(
                new Route(Plan.net(place, vlan).prefix(), Plan.transfer(place).host(1), "lan-0", "area")));
        return routes;
    }

    private static List<Route> ofCentreRouter(Unit unit) {
        List<Route> routes = new ArrayList<>();
        routes.add(new Route(Plan.transfer(Place.ALD).prefix(), "-", "lan-0", "own"));
        routes.add(new Route(
                Plan.net(Place.ALD, Plan.STAFF).prefix(),
                Plan.transfer(Place.ALD).host(1),
                "lan-0",
                "area"));
        Place.terminals().forEach(terminal -> {
            Net wan = Plan.wan(terminal, unit.number());
            String port = "wan-" + terminal.index();
            routes.add(new Route(wan.prefix(), "-", port, "own"));
            VLANS.forEach(vlan -> routes.add(new Route(Plan.net(terminal, vlan).prefix(), wan.host(2), port, "area")));
        });
        return routes;
    }

    private List<Arp> arp(Unit unit) {
        Place place = unit.place();
        return switch (unit.role()) {
            case "core" -> arpOfCore(unit);
            case "rtr" -> arpOfRouter(unit);
            case "wall" ->
                List.of(new Arp(Plan.net(Place.ALD, Plan.STAFF).host(1), mac(units.get("ald-core-1")), "e1"));
            case "sw" ->
                aboard(place).stream()
                        .map(host -> new Arp(host.address(), host.mac(), host.port()))
                        .toList();
            default ->
                List.of(new Arp(Plan.transfer(place).host(1), mac(units.get(place.code() + "-core-1")), "vlan900"));
        };
    }

    private List<Arp> arpOfCore(Unit unit) {
        Place place = unit.place();
        Unit other = units.get(place.code() + "-core-" + (3 - unit.number()));
        Stream<Arp> hosts =
                hosts(place).stream().map(host -> new Arp(host.address(), host.mac(), "vlan" + host.vlan()));
        return Stream.concat(
                        Stream.of(
                                new Arp(Plan.transfer(place).host(other.number()), mac(other), "vlan900"),
                                new Arp(
                                        Plan.transfer(place).host(3),
                                        mac(units.get(place.code() + "-rtr-1")),
                                        "vlan900")),
                        hosts)
                .toList();
    }

    private List<Arp> arpOfRouter(Unit unit) {
        Place place = unit.place();
        List<Arp> rows = new ArrayList<>();
        for (int k = 1; k <= 2; k++) {
            rows.add(new Arp(Plan.transfer(place).host(k), mac(units.get(place.code() + "-core-" + k)), "lan-0"));
        }
        neighbours(unit.name()).stream()
                .filter(n -> n.port().startsWith("wan-"))
                .forEach(n -> rows.add(new Arp(farAddress(unit, n), mac(units.get(n.name())), n.port())));
        return rows;
    }

    private String farAddress(Unit unit, Neighbour neighbour) {
        Unit far = units.get(neighbour.name());
        return unit.place() == Place.ALD
                ? Plan.wan(far.place(), unit.number()).host(2)
                : Plan.wan(unit.place(), far.number()).host(1);
    }

    private List<Mac> macs(Unit unit, List<Neighbour> neighbours) {
        Place place = unit.place();
        Stream<Mac> devices = neighbours.stream()
                .map(n -> new Mac(unit.role().equals("sw") ? 30 : Plan.TRANSFER, mac(units.get(n.name())), n.port()));
        Stream<Host> known = switch (unit.role()) {
            case "core", "acc" -> hosts(place).stream();
            case "sw" -> aboard(place).stream();
            default -> Stream.empty();
        };
        Stream<Mac> hosts = known.flatMap(host ->
                portTowards(unit, host, neighbours).map(port -> new Mac(host.vlan(), host.mac(), port)).stream());
        return Stream.concat(devices, hosts).toList();
    }

    /** The host's own port, or the one towards its switch; by way of a core where it is plugged in elsewhere. */
    private static Optional<String> portTowards(Unit unit, Host host, List<Neighbour> neighbours) {
        if (host.device().equals(unit.name())) return Optional.of(host.port());
        Optional<String> direct = neighbours.stream()
                .filter(n -> n.name().equals(host.device()))
                .map(Neighbour::port)
                .findFirst();
        boolean isAccess = unit.role().equals("acc");
        return direct.or(() -> neighbours.stream()
                .filter(n -> isAccess && n.name().contains("-core-"))
                .map(Neighbour::port)
                .findFirst());
    }
}
