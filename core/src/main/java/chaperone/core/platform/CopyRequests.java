package chaperone.core.platform;

import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigText;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;

/**
 * The requests that fetch the two configurations, and how one sees that all of it came.
 *
 * @param saved none if the family has one configuration only
 * @param size a header line whose first group is the number of bytes that follow it; none if the family prints none
 * @param partial a line by which the device says that this account is shown only a part; none if the family has none
 */
public record CopyRequests(String running, Optional<String> saved, Optional<Pattern> size, Optional<Pattern> partial) {

    /** What the device announced against what came, in bytes. */
    public record Shortfall(long announced, long received) {}

    /** The line by which the device says that not all of it is shown. */
    public Optional<String> partOf(String text) {
        return partial.map(pattern -> pattern.matcher(text))
                .filter(Matcher::find)
                .map(Matcher::group);
    }

    /** The difference between the announced and the received size, if the text announces one that does not fit. */
    public Optional<Shortfall> shortfallOf(String text) {
        if (size.isEmpty()) return Optional.empty();
        List<String> lines = ConfigText.linesWithEndings(text);
        for (int i = 0; i < lines.size(); i++) {
            Matcher matcher = size.get().matcher(ConfigText.withoutEnding(lines.get(i)));
            if (matcher.find()) return compare(matcher.group(1), String.join("", lines.subList(i + 1, lines.size())));
        }
        return Optional.of(new Shortfall(0, text.length()));
    }

    private static Optional<Shortfall> compare(String announced, String rest) {
        long received = ConfigBytes.encode(rest).length;
        long expected = Long.parseLong(announced);
        return expected == received ? Optional.empty() : Optional.of(new Shortfall(expected, received));
    }
}
