package chaperone.core.past;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What the path of a kept configuration tells, whoever named it: {@code brkw-core-1/2026-10-01T0212.conf},
 * {@code 2026/10/01/brkw-core-1-saved.txt}.
 *
 * @param moment the last date in it that there is, with the time behind it if one follows; a date alone is its midnight
 * @param isSaved whether it says that it is the configuration that the device would start with
 * @param names what may be a device's name: runs of its words, the longest first, in small letters
 */
public record PastPath(Optional<Instant> moment, boolean isSaved, List<String> names) {
    /** In characters. */
    public static final int LONGEST = 1000;

    private static final int MOST_WORDS = 24;

    // ISO 8601, basic or extended, and what file systems make of it: no colons, folders for its parts.
    private static final Pattern DATE = Pattern.compile("(?:^|[^0-9])((?:19|20)[0-9]{2})"
            + Stream.of("-", "_", "\\.", "/", "")
                    .map(between -> between + "([0-9]{2})" + between + "([0-9]{2})")
                    .collect(Collectors.joining("|", "(?:", ")"))
            + "(?:[Tt _./-]{0,3}([0-9]{2})[-:.h_]?([0-9]{2})(?:[-:.m_]?([0-9]{2}))?(Z|[+-][0-9]{2}:?[0-9]{2})?)?"
            + "(?:[^0-9]|$)");
    private static final int MONTHS = 2;
    private static final int HOUR = 12;
    private static final Pattern BETWEEN = Pattern.compile("[^\\p{L}\\p{N}]+");
    private static final Set<String> SAVED = Set.of("saved", "startup");

    public PastPath {
        names = List.copyOf(names);
    }

    /**
     * @param path with {@code /} between its folders, of up to {@link #LONGEST} characters
     * @param zone of moments that name none
     */
    public static PastPath read(String path, ZoneId zone) {
        List<String> names = new ArrayList<>();
        boolean isSaved = false;
        for (String part : path.toLowerCase(Locale.ROOT).split("/")) {
            names.addAll(runs(part));
            isSaved |= Arrays.stream(BETWEEN.split(part)).anyMatch(SAVED::contains);
        }
        names.sort(Comparator.comparingInt(String::length).reversed());
        return new PastPath(moment(path, zone), isSaved, List.copyOf(new LinkedHashSet<>(names)));
    }

    private static Optional<Instant> moment(String path, ZoneId zone) {
        Optional<Instant> last = Optional.empty();
        Matcher found = DATE.matcher(path);
        for (int from = 0; from <= path.length() && found.find(from); from = Math.max(from + 1, found.end() - 1)) {
            Optional<Instant> moment = moment(found, zone);
            if (moment.isPresent()) last = moment;
        }
        return last;
    }

    /** Nothing if there is no such day, such as 30 February. */
    private static Optional<Instant> moment(Matcher found, ZoneId zone) {
        int month = MONTHS;
        while (found.group(month) == null) month += 2;
        try {
            LocalDateTime local = LocalDateTime.of(
                    Integer.parseInt(found.group(1)),
                    Integer.parseInt(found.group(month)),
                    Integer.parseInt(found.group(month + 1)),
                    number(found.group(HOUR)),
                    number(found.group(HOUR + 1)),
                    number(found.group(HOUR + 2)));
            ZoneId meant = found.group(HOUR + 3) == null ? zone : ZoneOffset.of(found.group(HOUR + 3));
            return Optional.of(local.atZone(meant).toInstant());
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    private static int number(@Nullable String digits) {
        return digits == null ? 0 : Integer.parseInt(digits);
    }

    /** All runs of a part's words, with what stands between them. */
    private static List<String> runs(String part) {
        List<int[]> words = new ArrayList<>();
        Matcher between = BETWEEN.matcher(part);
        int from = 0;
        while (between.find()) {
            if (between.start() > from) words.add(new int[] {from, between.start()});
            from = between.end();
        }
        if (from < part.length()) words.add(new int[] {from, part.length()});
        List<String> runs = new ArrayList<>();
        int most = Math.min(words.size(), MOST_WORDS);
        for (int first = 0; first < most; first++)
            for (int last = first; last < most; last++)
                runs.add(part.substring(words.get(first)[0], words.get(last)[1]));
        return runs;
    }
}
