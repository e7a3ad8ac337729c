package chaperone.server.block;

import chaperone.core.change.PathEdit.Add;
import chaperone.core.change.PathEdit.Deed;
import chaperone.core.change.PathEdit.Move;
import chaperone.core.change.PathEdit.Place;
import chaperone.core.change.PathEdit.Put;
import chaperone.core.change.PathEdit.Remove;
import chaperone.core.change.PathEdit.Where;
import chaperone.server.problem.ProblemException;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;

/**
 * What becomes of a statement.
 *
 * @param text for {@code PUT} and {@code ADD}: the statement with all that stands below it, as the family writes it by itself
 * @param where for {@code MOVE}, and for the others where order counts; at the end if left out
 * @param beside for {@code BEFORE} and {@code AFTER}: the name of the other statement
 */
record StatementInput(
        @NotNull StatementDeed deed,
        Optional<@Size(max = StatementInput.LONGEST) String> text,
        Optional<Where> where,
        Optional<@Size(max = 2000) String> beside) {
    static final int LONGEST = 400_000;

    /** What is done to a statement. */
    enum StatementDeed {
        PUT,
        /** One more, below the named one. */
        ADD,
        REMOVE,
        MOVE
    }

    /** @param said the text with the secrets that were masked for whoever sends it */
    Deed read(Optional<String> said) {
        Optional<Place> place = where.map(at -> new Place(at, beside));
        return switch (deed) {
            case PUT -> new Put(said.orElseThrow(StatementInput::nothingSaid), place);
            case ADD -> new Add(said.orElseThrow(StatementInput::nothingSaid), place);
            case REMOVE -> new Remove();
            case MOVE -> new Move(place.orElseThrow(() -> ProblemException.ofField("where", "Say where it goes.")));
        };
    }

    private static ProblemException nothingSaid() {
        return ProblemException.ofField("text", "Say what shall stand there.");
    }
}
