package chaperone.core.search;

import java.util.List;

/**
 * A line that was found.
 *
 * @param line from 0
 * @param text without the blanks around it
 * @param path the statements above it, from the top
 */
public record Hit(int line, String text, List<String> path) {
    public Hit {
        path = List.copyOf(path);
    }
}
