package chaperone.core.address;

import com.google.re2j.Pattern;
import java.util.Locale;
import java.util.Optional;

/**
 * A 48-bit address of a link (IEEE Std 802-2014, 8.1), however it is grouped.
 *
 * @param digits the twelve hexadecimal digits in small letters, without what stands between
 */
public record MacAddress(String digits) {
    private static final Pattern GROUPED = Pattern.compile("[0-9a-f]{2}(:[0-9a-f]{2}){5}|[0-9a-f]{2}(-[0-9a-f]{2}){5}"
            + "|[0-9a-f]{4}([.:-][0-9a-f]{4}){2}|[0-9a-f]{6}[-:][0-9a-f]{6}|[0-9a-f]{12}");
    private static final int LONGEST = 17;

    /** Nothing if the text is no such address. */
    public static Optional<MacAddress> read(String text) {
        String small = text.strip().toLowerCase(Locale.ROOT);
        return small.length() <= LONGEST && GROUPED.matches(small)
                ? Optional.of(new MacAddress(small.replaceAll("[.:-]", "")))
                : Optional.empty();
    }
}
