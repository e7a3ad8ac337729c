package chaperone.server.job;

import java.util.Map;

/**
 * What a handler wants written in the very statement that ends its line: for a device of a sweep at which nothing is new,
 * a statement of its own would cost more than what it writes.
 *
 * @param expressions common table expressions (ISO 9075-2) that alter data, with commas between and named parameters
 * @param written to be called when it is stored
 */
public record JobLineAddition(String expressions, Map<String, ?> params, Runnable written) {
    public JobLineAddition {
        params = Map.copyOf(params);
    }
}
