package chaperone.core.template;

import java.util.List;
import java.util.Map;

/**
 * A device for which a template is filled in.
 *
 * @param ports the names of all that it has
 * @param values its own, by field; they go before those that all devices share
 * @param chosen the ports that were picked, by field
 */
public record FilledDevice(
        String name,
        String site,
        String model,
        String platform,
        List<String> ports,
        Map<String, String> values,
        Map<String, List<String>> chosen) {
    public FilledDevice {
        ports = List.copyOf(ports);
        values = Map.copyOf(values);
        chosen = Map.copyOf(chosen);
    }
}
