package chaperone.server.site;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;

/** Devices are asked for by the name of their entity: they know their site, not the other way round. */
public interface SiteRepository extends JpaRepository<Site, Long> {

    /** How many devices stand at a site itself. */
    interface DeviceCount {
        long getSite();

        long getDevices();
    }

    @Query("select s from Site s where lower(s.name) = lower(:text) or lower(s.code) = lower(:text)")
    Optional<Site> named(String text);

    /** Two that meet the same new site at once both find it there. */
    @Modifying
    @NativeQuery("insert into site (code, name) values (:code, :name) on conflict do nothing")
    void addIfNew(String code, String name);

    List<Site> findAllByOrderByName();

    Optional<Site> findByCode(String code);

    boolean existsByParent(Site parent);

    @Query("select count(d) > 0 from Device d where d.site = :site")
    boolean hasDevices(Site site);

    @Query("select d.site.id as site, count(d) as devices from Device d where d.site is not null group by d.site.id")
    List<DeviceCount> deviceCounts();
}
