package chaperone.server.table;

import chaperone.core.table.TableKind;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface TableReadingRepository extends JpaRepository<TableReading, Long> {
    Optional<TableReading> findFirstByDeviceIdAndKindOrderByNumberDesc(long device, TableKind kind);

    Optional<TableReading> findByDeviceIdAndKindAndNumber(long device, TableKind kind, int number);

    List<TableReading> findByDeviceIdAndKindOrderByNumberDesc(long device, TableKind kind, Limit limit);
}
