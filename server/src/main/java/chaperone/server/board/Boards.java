package chaperone.server.board;

import chaperone.server.event.Events;
import chaperone.server.problem.ProblemException;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps boards. */
@Service
public class Boards {
    private final BoardRepository boards;
    private final Events events;
    private final Clock clock;

    Boards(BoardRepository boards, Events events, Clock clock) {
        this.boards = boards;
        this.events = events;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    List<Board> all() {
        return boards.findAllByOrderByName();
    }

    @Transactional(readOnly = true)
    Board get(long id) {
        return boards.findById(id).orElseThrow(() -> ProblemException.notFound("board", id));
    }

    /** @return its number */
    @Transactional
    public long make(String name, List<BoardPart> parts, String by) {
        return write(new Board(by, clock.instant()), name, parts).id();
    }

    /** @throws ProblemException if another has this name, or a part does not say of which standard it tells */
    @Transactional
    Board write(Board board, String name, List<BoardPart> parts) {
        boards.findByName(name).filter(other -> other != board).ifPresent(other -> {
            throw ProblemException.ofField("name", "There is a board of this name.");
        });
        parts.stream()
                .filter(part -> part.kind().needsStandard() && part.standard().isEmpty())
                .findFirst()
                .ifPresent(part -> {
                    throw ProblemException.ofField("parts", "Say of which standard each part tells.");
                });
        board.is(name, parts);
        Board kept = boards.saveAndFlush(board);
        events.fleetMoved();
        return kept;
    }

    @Transactional
    void remove(Board board) {
        boards.delete(board);
    }
}
