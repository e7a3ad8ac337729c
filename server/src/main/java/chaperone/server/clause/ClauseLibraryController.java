package chaperone.server.clause;

import chaperone.server.clause.ClauseLibrary.ShippedClause;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The clauses that ship with the product, to be taken into a standard. */
@RestController
class ClauseLibraryController {
    private final ClauseLibrary library;

    ClauseLibraryController(ClauseLibrary library) {
        this.library = library;
    }

    @GetMapping("/api/shipped-clauses")
    List<ShippedClause> all() {
        return library.all();
    }
}
