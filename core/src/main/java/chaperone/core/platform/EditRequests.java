package chaperone.core.platform;

import chaperone.core.patch.EditLanguage;
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
 * @param language in which words statements are put and taken away; none if edits cannot be planned
 */
public record EditRequests(
        List<String> begin,
        String each,
        List<String> finish,
        List<String> abandon,
        List<String> save,
        Optional<EditLanguage> language) {

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
