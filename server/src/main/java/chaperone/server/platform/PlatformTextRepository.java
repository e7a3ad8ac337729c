package chaperone.server.platform;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PlatformTextRepository extends JpaRepository<PlatformText, Long> {

    /** The newest text of every name. */
    @Query("select t from PlatformText t where t.number = "
            + "(select max(other.number) from PlatformText other where other.name = t.name) order by t.name")
    List<PlatformText> newest();

    List<PlatformText> findByNameOrderByNumberDesc(String name);

    Optional<PlatformText> findByNameAndNumber(String name, int number);

    /** Devices of each platform. */
    @Query(nativeQuery = true, value = "select platform as platform, count(*) as devices from device group by platform")
    List<PlatformCount> devices();

    interface PlatformCount {
        String getPlatform();

        long getDevices();
    }
}
