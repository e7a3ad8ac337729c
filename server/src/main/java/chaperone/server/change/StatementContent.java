package chaperone.server.change;

import chaperone.core.change.PathEdit;
import chaperone.core.change.PathEdit.Add;
import chaperone.core.change.PathEdit.Deed;
import chaperone.core.change.PathEdit.Move;
import chaperone.core.change.PathEdit.Place;
import chaperone.core.change.PathEdit.Put;
import chaperone.core.change.PathEdit.Remove;
import chaperone.core.config.ConfigBytes;
import java.util.List;
import java.util.Optional;

/**
 * An edit of one statement, as it is sealed.
 *
 * @param isMore whether it is one more statement below that of the path
 * @param text that is put; none if the statement is taken away or moved
 * @param place where it is added or moved to; none if it is taken away, or added at the end
 */
record StatementContent(List<String> path, boolean isMore, Optional<byte[]> text, Optional<Place> place) {

    static StatementContent of(PathEdit edit) {
        Deed deed = edit.deed();
        if (deed instanceof Put put) return put(edit, false, put.text(), put.place());
        if (deed instanceof Add add) return put(edit, true, add.text(), add.place());
        Optional<Place> place = deed instanceof Move move ? Optional.of(move.place()) : Optional.empty();
        return new StatementContent(edit.path(), false, Optional.empty(), place);
    }

    private static StatementContent put(PathEdit edit, boolean isMore, String text, Optional<Place> place) {
        return new StatementContent(edit.path(), isMore, Optional.of(ConfigBytes.encode(text)), place);
    }

    PathEdit edit() {
        if (text.isPresent()) {
            String said = ConfigBytes.decode(text.get());
            return new PathEdit(path, isMore ? new Add(said, place) : new Put(said, place));
        }
        return new PathEdit(path, place.<Deed>map(Move::new).orElseGet(Remove::new));
    }

    /** In words, for a list of edits. */
    String says() {
        String all = isMore ? "the top" : "the whole configuration";
        String named = path.isEmpty() ? all : String.join(" / ", path);
        if (isMore) return "add to: " + named;
        if (text.isPresent()) return "put: " + named;
        return (place.isPresent() ? "move: " : "take away: ") + named;
    }
}
