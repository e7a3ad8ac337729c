package chaperone.server.table;

import chaperone.core.table.TableKind;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DeviceTableRepository extends JpaRepository<DeviceTable, DeviceTable.Key> {
    @Query("select t from DeviceTable t where t.key.deviceId = :device order by t.key.kind")
    List<DeviceTable> ofDevice(long device);

    @Query("select t from DeviceTable t where t.key.kind = :kind")
    List<DeviceTable> ofKind(TableKind kind);
}
