package chaperone.server.noise;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface NoisePatternRepository extends JpaRepository<NoisePattern, Long> {

    @Query("select p from NoisePattern p where p.takenBackAt is null order by p.id")
    List<NoisePattern> inForce();

    List<NoisePattern> findAllByOrderByIdDesc();
}
