package chaperone.core.patch;

import java.util.List;
import java.util.Optional;

/**
 * How lines of configuration are given to a device.
 *
 * @param begin requests before the first line
 * @param each the request for one line, with {@code {}} in its place
 * @param finish requests that put the lines in force
 * @param abandon requests after a line was refused, so that nothing of the edit stays open
 * @param save requests that make what is in force survive a restart
 * @param way how edits are planned and read; none if they cannot be
 * @param guard what undoes an edit by itself unless it is kept; none if the family has nothing of the kind
 */
public record EditRequests(
        List<String> begin,
        String each,
        List<String> finish,
        List<String> abandon,
        List<String> save,
        Optional<EditWay> way,
        Optional<EditGuard> guard) {

    public EditRequests {
        begin = List.copyOf(begin);
        finish = List.copyOf(finish);
        abandon = List.copyOf(abandon);
        save = List.copyOf(save);
    }

    public String requestFor(String line) {
        return each.replace("{}", line);
    }
}
