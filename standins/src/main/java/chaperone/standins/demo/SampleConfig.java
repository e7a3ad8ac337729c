package chaperone.standins.demo;

import java.util.List;

/** The configuration with which a switch of the demo began its service. */
final class SampleConfig {
    private static final List<String> USES =
            List.of("kiosk", "till", "gate reader", "camera", "desk", "printer", "phone");
    private static final List<Integer> VLANS = List.of(330, 330, 330, 320, 310, 310, 310);

    private SampleConfig() {}

    static String of(Unit unit) {
        StringBuilder text = new StringBuilder();
        add(text, "name " + unit.name());
        add(text, "admin-secret " + DemoFleet.ADMIN_PASSWORD);
        add(text, "account " + DemoFleet.ACCOUNT + " level admin secret " + DemoFleet.PASSWORD);
        add(text, "account " + DemoFleet.PERSON + " level admin secret " + DemoFleet.PERSON_PASSWORD);
        add(text, "account watch level view secret lookout-2");
        add(text, "vlan 310 \"staff\"");
        add(text, "vlan 320 \"quay\"");
        add(text, "vlan 330 \"ticket hall\"");
        add(text, "vlan 900 \"management\"");
        add(text, "vlan 999 \"parked\"");
        ports(text, unit);
        if (unit.role().equals("core")) gateways(text, unit);
        add(text, "route 0.0.0.0/0 via 192.0.2.33");
        add(text, "time-server 198.51.100.7");
        add(text, "log-server 198.51.100.20");
        add(text, "list quay-in");
        add(text, "  10 pass tcp 192.0.2.0/27 any 443");
        add(text, "  20 pass udp 192.0.2.0/27 198.51.100.7/32 123");
        add(text, "  90 stop ip any any");
        add(text, "welcome");
        add(text, "  | Tern Island Ferries, " + unit.terminal().fullName);
        add(text, "  | for staff only");
        return text.toString();
    }

    private static void ports(StringBuilder text, Unit unit) {
        boolean isCore = unit.role().equals("core");
        int slots = unit.hardware().model().equals("C7012") ? 4 : 1;
        for (int slot = 1; slot <= slots; slot++) {
            for (int port = 1; port <= 24; port++) {
                add(text, "port " + slot + "/0/" + port);
                if (port <= 2 || isCore && port <= 9) {
                    add(text, "  text \"to " + neighbour(unit, port) + "\"");
                    add(text, "  carry vlan 310,320,330,900");
                } else if (port <= 20) {
                    int use = (port + slot + unit.number()) % USES.size();
                    add(text, "  text \"" + USES.get(use) + " " + (port - 2) + "\"");
                    add(text, "  member vlan " + VLANS.get(use));
                    add(text, "  flood-limit 1");
                } else {
                    add(text, "  text \"spare\"");
                    add(text, "  member vlan 999");
                    add(text, "  closed");
                }
            }
        }
    }

    private static String neighbour(Unit unit, int port) {
        String code = unit.terminal().code();
        if (unit.role().equals("acc")) return code + "-core-" + port;
        if (port == 1) return code + "-core-" + (3 - unit.number());
        return port == 2 ? code + "-rtr-1" : code + "-acc-" + (port - 2);
    }

    private static void gateways(StringBuilder text, Unit unit) {
        for (int i = 0; i < 3; i++) {
            add(text, "gateway vlan " + (310 + 10 * i));
            add(text, "  address 192.0.2." + (32 * i + unit.number()) + "/27");
            add(text, "  shared 192.0.2." + (32 * i + 3) + " weight " + (120 - 10 * unit.number()));
        }
    }

    private static void add(StringBuilder text, String line) {
        text.append(line).append('\n');
    }
}
