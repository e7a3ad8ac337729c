package chaperone.server.map;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface MapNoteRepository extends JpaRepository<MapNote, Long> {
    List<MapNote> findAllByOrderById();
}
