package chaperone.server.board;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface BoardRepository extends JpaRepository<Board, Long> {
    List<Board> findAllByOrderByName();

    Optional<Board> findByName(String name);
}
