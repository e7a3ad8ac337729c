package chaperone.standins.device;

import java.util.List;

/** What a device knows of the network around it at this moment. */
public record Neighbourhood(List<Neighbour> neighbours, List<Route> routes, List<Arp> arp, List<Mac> macs) {
    public static final Neighbourhood NONE = new Neighbourhood(List.of(), List.of(), List.of(), List.of());

    /** Who is at the other end of {@code port} (IEEE 802.1AB). */
    public record Neighbour(String port, String name, String farPort, String model) {}

    /** @param via the next hop, {@code -} for a network that the device has itself */
    public record Route(String prefix, String via, String port, String origin) {}

    public record Arp(String address, String mac, String port) {}

    public record Mac(int vlan, String mac, String port) {}
}
