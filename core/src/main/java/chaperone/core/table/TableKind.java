package chaperone.core.table;

import java.util.List;

/** The tables that are read, each with its columns; the first {@code keyColumns} of them tell rows apart. */
public enum TableKind {
    /** Where packets go: prefix, next hop, port, and what the route comes from. */
    ROUTES(2, "prefix", "via", "port", "origin"),
    /** IP addresses and the MAC addresses behind them. */
    ARP(1, "address", "mac", "port"),
    /** Behind which port a MAC address was seen. */
    MACS(2, "vlan", "mac", "port"),
    /** Who is at the other end of a port (IEEE 802.1AB). */
    NEIGHBOURS(2, "port", "name", "far_port", "model");

    private final int keyColumns;
    private final List<String> columns;

    TableKind(int keyColumns, String... columns) {
        this.keyColumns = keyColumns;
        this.columns = List.of(columns);
    }

    public List<String> columns() {
        return columns;
    }

    public List<String> keyColumns() {
        return key(columns);
    }

    List<String> key(List<String> cells) {
        return List.copyOf(cells.subList(0, keyColumns));
    }
}
