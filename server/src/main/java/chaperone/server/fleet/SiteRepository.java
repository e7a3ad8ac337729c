package chaperone.server.fleet;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SiteRepository extends JpaRepository<Site, Long> {
    @Query("select s from Site s where lower(s.name) = lower(:text) or lower(s.code) = lower(:text)")
    Optional<Site> named(String text);

    List<Site> findAllByOrderByName();

    Optional<Site> findByCode(String code);

    boolean existsByParent(Site parent);
}
