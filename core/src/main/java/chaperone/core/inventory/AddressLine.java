package chaperone.core.inventory;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One device that somebody wants to bring in.
 *
 * @param line where it stands in its list, from 0
 * @param host an IP address or a host name
 * @param port the port that its line names, if it names one
 * @param credentials the name of a credential set
 * @param columns by name, where each field stands in its line, from 0
 */
public record AddressLine(
        int line,
        String host,
        Optional<Integer> port,
        Optional<String> site,
        Optional<String> role,
        Optional<String> credentials,
        Optional<String> platform,
        List<String> tags,
        Map<String, Integer> columns) {
    public AddressLine {
        tags = List.copyOf(tags);
        columns = Map.copyOf(columns);
    }
}
