package chaperone.server.software;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ImageRepository extends JpaRepository<Image, Long> {
    List<Image> findAllByOrderByPlatformAscModelAscReleaseAsc();

    Optional<Image> findByName(String name);

    Optional<Image> findBySha256(String sha256);
}
