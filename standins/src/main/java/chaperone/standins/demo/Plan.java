package chaperone.standins.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * The addresses and links of the made-up network. Each terminal has a /27 of 192.0.2.0/24, cut into staff, quay and
 * ticket hall; the centre has 198.51.100.0/26; each ship a /29 from 198.51.100.128 on; links to the centre are /30s of
 * 203.0.113.0/24, and each site's transfer network a /29 of it from 203.0.113.64 on (RFC 5737).
 */
final class Plan {
    static final int STAFF = 310, QUAY = 320, HALL = 330, TRANSFER = 900;

    private Plan() {}

    /** One end of a link. */
    record End(String device, String port) {}

    record Link(End a, End b) {
        Stream<End> ends() {
            return Stream.of(a, b);
        }
    }

    /** A network of a place: {@code base} is its first number in the /24, {@code bits} the length of its prefix. */
    record Net(String block, int base, int bits) {
        String prefix() {
            return block + "." + base + "/" + bits;
        }

        String host(int number) {
            return block + "." + (base + number);
        }

        int size() {
            return 1 << 32 - bits;
        }
    }

    static Net net(Place place, int vlan) {
        if (place == Place.ALD)
            return new Net("198.51.100", vlan == STAFF ? 0 : vlan == QUAY ? 64 : 96, vlan == STAFF ? 26 : 27);
        int base = 32 * place.index();
        return switch (vlan) {
            case STAFF -> new Net("192.0.2", base, 29);
            case QUAY -> new Net("192.0.2", base + 8, 29);
            default -> new Net("192.0.2", base + 16, 28);
        };
    }

    static Net ship(Place ship) {
        return new Net("198.51.100", 128 + 8 * ship.index(), 29);
    }

    static Net transfer(Place place) {
        return new Net("203.0.113", 64 + 8 * place.index(), 29);
    }

    /** Between a terminal's router and a router of the centre: the first host is the centre's. */
    static Net wan(Place terminal, int centreRouter) {
        return new Net("203.0.113", 4 * (2 * terminal.index() + centreRouter - 1), 30);
    }

    static List<Link> links() {
        List<Link> links = new ArrayList<>();
        Stream.concat(Place.terminals(), Stream.of(Place.ALD)).forEach(place -> ofSite(place, links));
        Place.terminals().forEach(place -> {
            for (int k = 1; k <= 2; k++) {
                links.add(link(place.code() + "-rtr-1", "wan-" + (k - 1), "ald-rtr-" + k, "wan-" + place.index()));
            }
        });
        for (int k = 1; k <= 2; k++) links.add(link("ald-wall-" + k, "e1", "ald-core-" + k, "1/0/8"));
        links.add(link("ald-wall-1", "e8", "ald-wall-2", "e8"));
        Place.ships()
                .forEach(ship ->
                        links.add(link(ship.code() + "-sw-1", "8", ship.berth().code() + "-acc-1", berthPort(ship))));
        return List.copyOf(links);
    }

    static String berthPort(Place ship) {
        return "1/0/" + (19 + ship.index() / 8);
    }

    private static void ofSite(Place place, List<Link> links) {
        String code = place.code();
        links.add(link(code + "-core-1", "1/0/1", code + "-core-2", "1/0/1"));
        for (int k = 1; k <= 2; k++) {
            boolean isCentre = place == Place.ALD;
            links.add(link(
                    code + "-core-" + k,
                    "1/0/2",
                    code + "-rtr-" + (isCentre ? k : 1),
                    "lan-" + (isCentre ? 0 : k - 1)));
            for (int n : DemoFleet.accessNumbers(place)) {
                links.add(link(code + "-core-" + k, "1/0/" + (2 + n), code + "-acc-" + n, "1/0/" + k));
            }
        }
    }

    private static Link link(String a, String portA, String b, String portB) {
        return new Link(new End(a, portA), new End(b, portB));
    }
}
