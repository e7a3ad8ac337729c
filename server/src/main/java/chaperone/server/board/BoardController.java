package chaperone.server.board;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Pages that people compose. */
@RestController
@RequestMapping("/api/boards")
class BoardController {
    private final Boards boards;
    private final Removals removals;

    record BoardInput(
            @NotBlank @Size(max = 80) String name,
            @NotNull @Size(max = 24) List<@Valid @NotNull BoardPart> parts) {}

    record BoardView(long id, String name, List<BoardPart> parts, String madeBy, Instant madeAt) {
        private static BoardView of(Board board) {
            return new BoardView(board.id(), board.name(), board.parts(), board.madeBy(), board.madeAt());
        }
    }

    BoardController(Boards boards, Removals removals) {
        this.boards = boards;
        this.removals = removals;
    }

    @GetMapping
    @Transactional(readOnly = true)
    public List<BoardView> list() {
        return boards.all().stream().map(BoardView::of).toList();
    }

    @GetMapping("/{id}")
    @Transactional(readOnly = true)
    public BoardView get(@PathVariable long id) {
        return BoardView.of(boards.get(id));
    }

    @Audited("made a board")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public BoardView make(@Valid @RequestBody BoardInput input, Principal who) {
        String name = input.name().strip();
        AuditNote.add(name);
        return BoardView.of(boards.get(boards.make(name, input.parts(), who.getName())));
    }

    @Audited("wrote a board")
    @PutMapping("/{id}")
    @RetryOnConflict
    @Transactional
    public BoardView write(@PathVariable long id, @Valid @RequestBody BoardInput input) {
        String name = input.name().strip();
        AuditNote.add(name);
        return BoardView.of(boards.write(boards.get(id), name, input.parts()));
    }

    @Audited("removed a board")
    @DeleteMapping("/{id}")
    @Transactional
    public Removed remove(@PathVariable long id, Principal who) {
        Board board = boards.get(id);
        Removed removed = removals.keep(RemovalKind.BOARD, board.name(), who.getName(), Map.of("id", id));
        boards.remove(board);
        return removed;
    }
}
