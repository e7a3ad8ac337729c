package chaperone.server.touch;

import chaperone.core.table.Table.Row;
import chaperone.core.table.TableKind;
import chaperone.server.fleet.Device;
import chaperone.server.pair.Pairs;
import chaperone.server.table.Tables;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Reads it from the newest tables; nobody is asked. */
@Component
public class Touches {
    private static final int MOST_NAMED = 3;

    private final Tables tables;
    private final Pairs pairs;

    Touches(Tables tables, Pairs pairs) {
        this.tables = tables;
        this.pairs = pairs;
    }

    /** What was last seen behind each of some ports of a device, in a few words; ports with nothing behind them are left out. */
    @Transactional(readOnly = true)
    public List<String> behind(Device device, Collection<String> ports) {
        if (ports.isEmpty()) return List.of();
        Map<TableKind, List<Row>> rows = tables.rows(device.id());
        List<String> said = new ArrayList<>();
        for (String port : ports) {
            List<String> words = new ArrayList<>();
            List<String> neighbours = rows.getOrDefault(TableKind.NEIGHBOURS, List.of()).stream()
                    .filter(row -> row.cell("port").equals(port))
                    .map(row -> row.cell("name"))
                    .distinct()
                    .toList();
            if (!neighbours.isEmpty())
                words.add("leads to "
                        + String.join(
                                ", ", neighbours.stream().limit(MOST_NAMED).toList())
                        + (neighbours.size() > MOST_NAMED ? " and more" : ""));
            count(rows, TableKind.MACS, port, "MAC address", "MAC addresses").ifPresent(words::add);
            count(rows, TableKind.ROUTES, port, "route", "routes").ifPresent(words::add);
            if (!words.isEmpty()) said.add(port + ": " + String.join(", ", words));
        }
        return said;
    }

    private static Optional<String> count(
            Map<TableKind, List<Row>> rows, TableKind kind, String port, String one, String many) {
        long found = rows.getOrDefault(kind, List.of()).stream()
                .filter(row -> row.cell("port").equals(port))
                .count();
        return found == 0 ? Optional.empty() : Optional.of(found + " " + (found == 1 ? one : many));
    }

    /** Who backs up one of these devices and is not among them; by the device's number. */
    @Transactional(readOnly = true)
    public Map<Long, String> partnersLeftOut(Collection<Device> devices) {
        Set<String> names = devices.stream().map(Device::name).collect(Collectors.toSet());
        Map<Long, String> partners = new HashMap<>(pairs.partners(devices));
        partners.values().removeIf(names::contains);
        return partners;
    }
}
