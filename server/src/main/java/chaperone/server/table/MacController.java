package chaperone.server.table;

import chaperone.core.address.MacAddress;
import chaperone.core.table.TableKind;
import chaperone.server.problem.ProblemException;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Where a MAC address was seen: in the newest ARP and MAC tables of all devices. */
@RestController
class MacController {
    private final JdbcClient database;

    MacController(JdbcClient database) {
        this.database = database;
    }

    /** @param cells of the row that has it, by column */
    record MacPlace(String device, TableKind kind, Map<String, String> cells, Instant readAt) {}

    private record Found(String device, TableKind kind, Instant readAt, List<List<String>> rows) {}

    /**
     * Devices write an address in groups of their own, so the digits alone are looked for; costs a look at every table.
     *
     * @throws ProblemException if the text is no MAC address
     */
    @GetMapping("/api/mac-places")
    List<MacPlace> places(
            @RequestParam @Size(max = 40) String address,
            @RequestParam(defaultValue = "8") @Min(1) @Max(200) int size) {
        MacAddress wanted = MacAddress.read(address)
                .orElseThrow(() -> new ProblemException(
                        HttpStatus.BAD_REQUEST,
                        "no-mac-address",
                        "\"" + address + "\" is no MAC address.",
                        "Write its twelve hexadecimal digits, in groups if you like: 02:00:5e:10:00:01.",
                        Map.of("field", "address")));
        return database
                .sql("""
                        select d.name, t.kind, t.read_at, t.rows from device_table t join device d on d.id = t.device_id
                        where t.kind in ('ARP', 'MACS') and lower(translate(t.rows, ':.-', '')) like :digits
                        order by t.kind desc, d.name limit :size""")
                .param("digits", "%" + wanted.digits() + "%")
                .param("size", size)
                .query((row, number) -> new Found(
                        row.getString("name"),
                        TableKind.valueOf(row.getString("kind")),
                        row.getObject("read_at", OffsetDateTime.class).toInstant(),
                        TableText.cells(row.getString("rows"))))
                .list()
                .stream()
                .flatMap(found -> rowsOf(found, wanted))
                .limit(size)
                .toList();
    }

    /** Digits of neighbouring cells may look like the address, so the cell itself decides. */
    private static Stream<MacPlace> rowsOf(Found found, MacAddress wanted) {
        List<String> columns = found.kind().columns();
        int column = columns.indexOf("mac");
        return found.rows().stream()
                .filter(row ->
                        MacAddress.read(row.get(column)).filter(wanted::equals).isPresent())
                .map(row -> new MacPlace(found.device(), found.kind(), byColumn(columns, row), found.readAt()));
    }

    private static Map<String, String> byColumn(List<String> columns, List<String> row) {
        Map<String, String> cells = new LinkedHashMap<>();
        for (int i = 0; i < columns.size(); i++) cells.put(columns.get(i), row.get(i));
        return cells;
    }
}
