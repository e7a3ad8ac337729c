package chaperone.standins.demo;

import chaperone.standins.demo.Plan.Net;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** The configuration with which a device of the demo began its service. */
final class SampleConfig {
    private static final List<String> USES =
            List.of("kiosk", "till", "gate reader", "camera", "desk", "printer", "phone");
    private static final List<Integer> VLANS =
            List.of(Plan.HALL, Plan.HALL, Plan.HALL, Plan.QUAY, Plan.STAFF, Plan.STAFF, Plan.STAFF);

    private final StringBuilder text = new StringBuilder();
    private final Unit unit;
    private final Place place;
    private final Map<String, String> farEnds;

    private SampleConfig(Unit unit) {
        this.unit = unit;
        this.place = unit.place();
        this.farEnds = Plan.links().stream()
                .filter(link -> link.ends().anyMatch(end -> end.device().equals(unit.name())))
                .collect(Collectors.toMap(
                        link -> (link.a().device().equals(unit.name()) ? link.a() : link.b()).port(),
                        link -> (link.a().device().equals(unit.name()) ? link.b() : link.a()).device()));
    }

    static String of(Unit unit) {
        SampleConfig sample = new SampleConfig(unit);
        switch (unit.hardware().maker()) {
            case "Corvane" -> sample.corvane();
            case "Altamont" -> sample.altamont();
            case "Brisling" -> sample.brisling();
            default -> sample.pellon();
        }
        return sample.text.toString();
    }

    private void corvane() {
        add("name " + unit.name());
        add("admin-secret " + DemoFleet.ADMIN_PASSWORD);
        add("account " + DemoFleet.ACCOUNT + " level admin secret " + DemoFleet.PASSWORD);
        add("account " + DemoFleet.PERSON + " level admin secret " + DemoFleet.PERSON_PASSWORD);
        add("account watch level view secret lookout-2");
        add("vlan 310 \"staff\"");
        add("vlan 320 \"quay\"");
        add("vlan 330 \"ticket hall\"");
        add("vlan 900 \"transfer\"");
        add("vlan 999 \"parked\"");
        ports();
        if (unit.isCore()) gateways();
        add("route 0.0.0.0/0 via " + Plan.transfer(place).host(unit.isCore() ? 3 : 1));
        add("time-server 198.51.100.7");
        add("log-server 198.51.100.20");
        String hall = Plan.net(place, Plan.HALL).prefix();
        add("list quay-in");
        add("  10 pass tcp " + hall + " any 443");
        add("  20 pass udp " + hall + " 198.51.100.7/32 123");
        add("  90 stop ip any any");
        add("welcome");
        add("  | Tern Island Ferries, " + place.fullName);
        add("  | for staff only");
    }

    private void ports() {
        int slots = unit.model().equals("C7012") ? 4 : 1;
        for (int slot = 1; slot <= slots; slot++) {
            for (int port = 1; port <= 24; port++) {
                String name = slot + "/0/" + port;
                add("port " + name);
                boolean isLink = farEnds.containsKey(name);
                if (isLink) {
                    add("  text \"to " + farEnds.get(name) + "\"");
                    add("  carry vlan 310,320,330,900");
                } else if (port <= 20) {
                    int use = (port + slot + unit.number()) % USES.size();
                    add("  text \"" + USES.get(use) + " " + (port - 2) + "\"");
                    add("  member vlan " + VLANS.get(use));
                    add("  flood-limit 1");
                } else {
                    add("  text \"spare\"");
                    add("  member vlan 999");
                    add("  closed");
                }
            }
        }
    }

    private void gateways() {
        for (int vlan : List.of(Plan.STAFF, Plan.QUAY, Plan.HALL, Plan.TRANSFER)) {
            Net net = vlan == Plan.TRANSFER ? Plan.transfer(place) : Plan.net(place, vlan);
            add("gateway vlan " + vlan);
            add("  address " + net.host(unit.number()) + "/" + net.bits());
            if (vlan != Plan.TRANSFER) add("  shared " + net.host(3) + " weight " + (120 - 10 * unit.number()));
        }
    }

    private void altamont() {
        boolean isCentre = place == Place.ALD;
        add("system {");
        add("name " + unit.name() + ";");
        add("welcome \"Tern Island Ferries, " + place.fullName + ", for staff only\";");
        add("clock-from [ 198.51.100.7 ];");
        add("log-to [ 198.51.100.20 ];");
        add("account " + DemoFleet.ACCOUNT + " { level full; secret \"" + DemoFleet.PASSWORD + "\"; }");
        add("account " + DemoFleet.PERSON + " { level full; secret \"" + DemoFleet.PERSON_PASSWORD + "\"; }");
        add("account watch { level look; secret \"lookout-2\"; }");
        add("}");
        add("ports {");
        for (Map.Entry<String, String> link : farEnds.entrySet()) {
            add(link.getKey() + " { text \"to " + link.getValue() + "\"; " + address(link.getKey()) + "}");
        }
        add("lan-3 { text \"spare\"; closed; }");
        add("}");
        add("routing {");
        if (!isCentre) add("fixed 0.0.0.0/0 { via " + Plan.wan(place, 1).host(1) + "; }");
        String ports = farEnds.keySet().stream().sorted().collect(Collectors.joining(" "));
        add("area 0 { on [ " + ports + " ]; quiet-on [ lan-0 ]; }");
        add("}");
        add("filters {");
        add("chain edge-in {");
        add("step web { match { protocol tcp; to-port 443; } then pass; }");
        add("step clock { match { protocol udp; to 198.51.100.7/32; to-port 123; } then pass; }");
        add("step rest { then stop; }");
        add("}");
        add("}");
    }

    private String address(String port) {
        if (port.equals("lan-0")) {
            int number = place == Place.ALD ? 2 + unit.number() : 3;
            return "address " + Plan.transfer(place).host(number) + "/29; ";
        }
        if (!port.startsWith("wan-")) return "";
        int number = Integer.parseInt(port.substring(4));
        boolean isCentre = place == Place.ALD;
        Place terminal = isCentre ? Place.values()[number] : place;
        Net net = Plan.wan(terminal, isCentre ? unit.number() : number + 1);
        return "address " + net.host(isCentre ? 1 : 2) + "/30; ";
    }

    private void brisling() {
        add("name " + unit.name());
        add("admin " + DemoFleet.ACCOUNT + " password " + DemoFleet.PASSWORD);
        add("admin " + DemoFleet.PERSON + " password " + DemoFleet.PERSON_PASSWORD);
        add("log-server 198.51.100.20");
        add("time-server 198.51.100.7");
        add("port e1 address " + Plan.net(Place.ALD, Plan.STAFF).host(60 + unit.number()) + "/26");
        add("port e4 address " + Plan.net(Place.ALD, Plan.QUAY).host(unit.number()) + "/27");
        add("zone quay ports e1,e2");
        add("zone dmz ports e4");
        Place.terminals().forEach(terminal -> {
            add("object hall-" + terminal.code() + " net "
                    + Plan.net(terminal, Plan.HALL).prefix());
            for (int i = 4; i < 8; i++) {
                add("object kiosk-" + terminal.code() + "-" + (i - 3) + " host "
                        + Plan.net(terminal, Plan.HALL).host(i));
            }
        });
        add("object pay-gw host " + Plan.net(Place.ALD, Plan.QUAY).host(20));
        add("object clock host 198.51.100.7");
        add("object old-reports host " + Plan.net(Place.ALD, Plan.QUAY).host(21));
        add("service web tcp 443");
        add("service clock udp 123");
        add("service reports tcp 8080");
        int number = 110;
        for (Place terminal : Place.terminals().toList()) {
            String code = terminal.code();
            add("bundle ticketing-" + code + " kiosk-" + code + "-1,kiosk-" + code + "-2,kiosk-" + code + "-3");
            add("rule " + number + " \"kiosk payments " + terminal.fullName + "\" from quay to dmz source ticketing-"
                    + code + " destination pay-gw service web do pass log");
            add("rule " + (number + 1) + " \"old reporting " + terminal.fullName + "\" from quay to dmz source hall-"
                    + code + " destination old-reports service reports do pass off");
            number += 10;
        }
        add("rule 900 \"clocks\" from quay to quay source any destination clock service clock do pass");
        add("rule 999 \"the rest\" from any to any source any destination any service any do stop log");
        add("route 0.0.0.0/0 via " + Plan.net(Place.ALD, Plan.STAFF).host(1));
    }

    private void pellon() {
        add("{ \"name\": \"" + unit.name() + "\",");
        add("\"gateway\": \"" + Plan.ship(place).host(6) + "\", \"logServer\": \"198.51.100.20\",");
        add("\"accounts\": [");
        add("{\"name\": \"" + DemoFleet.ACCOUNT + "\", \"level\": \"full\", \"secret\": \"" + DemoFleet.PASSWORD
                + "\"},");
        add("{\"name\": \"" + DemoFleet.PERSON + "\", \"level\": \"full\", \"secret\": \"" + DemoFleet.PERSON_PASSWORD
                + "\"} ],");
        add("\"vlans\": [ {\"id\": 30, \"label\": \"crew\"}, {\"id\": 31, \"label\": \"passengers\"},"
                + " {\"id\": 40, \"label\": \"bridge\"} ],");
        List<String> labels =
                List.of("bridge", "engine room", "purser", "till", "galley", "cabin radio", "spare", "shore link");
        add("\"ports\": [");
        for (int n = 1; n <= 8; n++) {
            add("{\"n\": " + n + ", \"label\": \"" + labels.get(n - 1) + "\", \"vlan\": "
                    + (n < 3 ? 40 : n < 6 ? 30 : 31) + ", \"on\": " + (n != 7) + "}" + (n < 8 ? "," : ""));
        }
        add("] }");
    }

    private void add(String line) {
        text.append(line).append('\n');
    }
}
