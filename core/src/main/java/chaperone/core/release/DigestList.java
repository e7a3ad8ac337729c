package chaperone.core.release;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * A list of SHA-256 digests as it lies beside images: a line each, as {@code sha256sum} of the GNU core utilities writes
 * them, or tagged in the BSD form.
 *
 * @param digests in small hexadecimal digits, by the name of the file
 */
public record DigestList(Map<String, String> digests) {
    private static final Pattern PLAIN = Pattern.compile("^\\\\?([0-9a-fA-F]{64}) [ *](.+)$");
    private static final Pattern TAGGED = Pattern.compile("^SHA256 \\((.+)\\) = ([0-9a-fA-F]{64})$");

    public DigestList {
        digests = Map.copyOf(digests);
    }

    /** What a text says, or on which line, from 1, it says nothing. */
    public sealed interface Outcome {
        record Read(DigestList list) implements Outcome {}

        record Malformed(int line, String message) implements Outcome {}
    }

    /** Empty lines and those that begin with {@code #} say nothing. */
    public static Outcome read(String text) {
        Map<String, String> digests = new LinkedHashMap<>();
        List<String> lines = text.lines().toList();
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i).stripTrailing();
            if (line.isEmpty() || line.startsWith("#")) continue;
            Optional<Map.Entry<String, String>> entry = entry(line);
            if (entry.isEmpty())
                return new Outcome.Malformed(i + 1, "it is not a SHA-256 digest and the name of a file");
            String known = digests.putIfAbsent(entry.get().getKey(), entry.get().getValue());
            if (known != null && !known.equals(entry.get().getValue()))
                return new Outcome.Malformed(
                        i + 1, "it gives another digest to " + entry.get().getKey());
        }
        return new Outcome.Read(new DigestList(digests));
    }

    private static Optional<Map.Entry<String, String>> entry(String line) {
        Matcher plain = PLAIN.matcher(line);
        if (plain.find()) return Optional.of(named(plain.group(2), plain.group(1)));
        Matcher tagged = TAGGED.matcher(line);
        return tagged.find() ? Optional.of(named(tagged.group(1), tagged.group(2))) : Optional.empty();
    }

    /** Lists are made in other folders than the one where a file lies. */
    private static Map.Entry<String, String> named(String path, String digest) {
        return Map.entry(path.substring(path.lastIndexOf('/') + 1), digest.toLowerCase(Locale.ROOT));
    }

    /** The digest that a file of this name must have. */
    public Optional<String> of(String file) {
        return Optional.ofNullable(digests.get(file));
    }
}
