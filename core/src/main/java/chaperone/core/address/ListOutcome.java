package chaperone.core.address;

import java.util.List;
import java.util.function.Function;

/** What came of reading a list that somebody wrote: what it says, or all that is wrong with its lines. */
public sealed interface ListOutcome<T> {
    record Read<T>(T value) implements ListOutcome<T> {}

    record Malformed<T>(List<ListProblem> problems) implements ListOutcome<T> {
        public Malformed {
            problems = List.copyOf(problems);
        }
    }

    /** @throws X made of all that is wrong */
    default <X extends Throwable> T orThrow(Function<List<ListProblem>, X> refused) throws X {
        if (this instanceof Malformed<T> malformed) throw refused.apply(malformed.problems());
        return ((Read<T>) this).value();
    }
}
