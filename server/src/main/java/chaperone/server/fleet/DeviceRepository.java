package chaperone.server.fleet;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.domain.Sort;
import org.springframework.data.jpa.domain.Specification;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.JpaSpecificationExecutor;
import org.springframework.data.jpa.repository.Query;

public interface DeviceRepository extends JpaRepository<Device, Long>, JpaSpecificationExecutor<Device> {

    /** How many devices have a value of a fact. */
    interface ValueCount {
        String getValue();

        long getDevices();
    }

    @Override
    @EntityGraph(attributePaths = "site")
    Page<Device> findAll(Specification<Device> filter, Pageable page);

    @EntityGraph(attributePaths = "site")
    Optional<Device> findByName(String name);

    List<Device> findByNameIgnoreCase(String name);

    @EntityGraph(attributePaths = "site")
    List<Device> findByNameIn(Collection<String> names);

    @EntityGraph(attributePaths = "site")
    List<Device> findAllByOrderByName();

    @Override
    @EntityGraph(attributePaths = "site")
    List<Device> findAll(Specification<Device> filter, Sort sort);

    List<Device> findByHost(String host);

    @EntityGraph(attributePaths = "site")
    List<Device> findByHostIn(Collection<String> hosts);

    Optional<Device> findByHostAndPort(String host, int port);

    Optional<Device> findByPlatformAndSerial(String platform, String serial);

    @Query("select coalesce(s.name, '') as value, count(d) as devices from Device d left join d.site s group by s.name"
            + " order by s.name")
    List<ValueCount> sites();

    @Query("select t as value, count(d) as devices from Device d join d.tags t group by t order by t")
    List<ValueCount> tags();

    @Query("select d.role as value, count(d) as devices from Device d group by d.role order by d.role")
    List<ValueCount> roles();

    @Query("select d.id from Device d where d.platform = ?1 and d.model = ?2")
    List<Long> idsOfModel(String platform, String model);

    @Query("select d.model as value, count(d) as devices from Device d group by d.model order by d.model")
    List<ValueCount> models();

    @Query("select d.release as value, count(d) as devices from Device d group by d.release order by d.release")
    List<ValueCount> releases();

    @Query("select d.platform as value, count(d) as devices from Device d group by d.platform order by d.platform")
    List<ValueCount> platforms();

    List<Device> findBySavedEqualsRunningFalseOrderByName();
}
