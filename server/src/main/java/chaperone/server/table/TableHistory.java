package chaperone.server.table;

import chaperone.core.table.Table;
import chaperone.core.table.Table.Difference;
import chaperone.core.table.TableKind;
import chaperone.server.content.Contents;
import chaperone.server.fleet.Device;
import chaperone.server.problem.ProblemException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What tables showed earlier, kept with the texts of configurations: each once, packed with the one before it. */
@Component
class TableHistory {
    private final TableReadingRepository readings;
    private final Contents contents;

    TableHistory(TableReadingRepository readings, Contents contents) {
        this.readings = readings;
        this.contents = contents;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void keep(long device, Table table, Instant at) {
        byte[] bytes = TableText.sorted(TableText.of(table)).getBytes(StandardCharsets.UTF_8);
        Optional<TableReading> latest = readings.findFirstByDeviceIdAndKindOrderByNumberDesc(device, table.kind());
        byte[] digest = contents.keep(bytes, latest.map(TableReading::digest));
        if (latest.filter(reading -> reading.isOf(digest)).isPresent()) {
            latest.get().seenAgain(at);
            return;
        }
        int number = latest.map(TableReading::number).orElse(0) + 1;
        TableReading reading = new TableReading(
                device, table.kind(), number, digest, table.rows().size(), at);
        latest.flatMap(this::tableIfSound).ifPresent(before -> reading.differsBy(before.differenceTo(table)));
        readings.save(reading);
    }

    /** The newest first. */
    @Transactional(propagation = Propagation.MANDATORY, readOnly = true)
    public List<TableReading> of(Device device, TableKind kind, int most) {
        return readings.findByDeviceIdAndKindOrderByNumberDesc(device.id(), kind, Limit.of(most));
    }

    @Transactional(propagation = Propagation.MANDATORY, readOnly = true)
    public TableReading get(Device device, TableKind kind, int number) {
        return readings.findByDeviceIdAndKindAndNumber(device.id(), kind, number)
                .orElseThrow(() -> ProblemException.notFound("reading", number));
    }

    @Transactional(propagation = Propagation.MANDATORY, readOnly = true)
    public Difference between(TableReading before, TableReading after) {
        return table(before).differenceTo(table(after));
    }

    private Table table(TableReading reading) {
        return tableIfSound(reading)
                .orElseThrow(() -> Contents.unreadable("reading " + reading.number() + " of this table"));
    }

    private Optional<Table> tableIfSound(TableReading reading) {
        return contents.readIfSound(reading.digest())
                .map(bytes -> TableText.table(reading.kind(), new String(bytes, StandardCharsets.UTF_8)));
    }
}
