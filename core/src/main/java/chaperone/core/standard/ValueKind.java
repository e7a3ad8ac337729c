package chaperone.core.standard;

import static chaperone.core.standard.Comparison.AT_LEAST;
import static chaperone.core.standard.Comparison.AT_MOST;
import static chaperone.core.standard.Comparison.EXACTLY;
import static chaperone.core.standard.Comparison.HOLDS;
import static chaperone.core.standard.Comparison.OTHER_THAN;
import static chaperone.core.standard.Comparison.WITHIN;

import chaperone.core.address.AddressRange;
import chaperone.core.address.AddressSet;
import chaperone.core.release.ReleaseOrder;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** What a value on a line is, so that it is compared as such. Each comparison is linear in the two texts, but for sorting. */
public enum ValueKind {
    /** Of up to 18 digits. */
    NUMBER(EnumSet.of(AT_MOST, AT_LEAST, EXACTLY, OTHER_THAN)),
    /** An address, a prefix or a range; a limit may be several of them. */
    ADDRESS(EnumSet.of(WITHIN, EXACTLY, OTHER_THAN)),
    /** Words and numbers, with commas or blanks between them; {@code 330-335} are six numbers. */
    SET(EnumSet.of(WITHIN, HOLDS, EXACTLY, OTHER_THAN)),
    /** Such as {@code 90}, {@code 90s}, {@code 1h30m}, {@code 10 minutes}; seconds without a unit. */
    DURATION(EnumSet.of(AT_MOST, AT_LEAST, EXACTLY, OTHER_THAN)),
    RELEASE(EnumSet.of(AT_MOST, AT_LEAST, EXACTLY, OTHER_THAN)),
    TEXT(EnumSet.of(EXACTLY, OTHER_THAN));

    /** Of a value on a line: more is no value that anybody put there. */
    private static final int LONGEST = 10_000;

    private final Set<Comparison> comparisons;

    ValueKind(Set<Comparison> comparisons) {
        this.comparisons = comparisons;
    }

    public Set<Comparison> comparisons() {
        return Set.copyOf(comparisons);
    }

    /** Whether this is a value of the kind at all. */
    public boolean isOne(String text) {
        return switch (this) {
            case NUMBER -> number(text).isPresent();
            case ADDRESS -> addresses(text).isPresent();
            case SET -> !MemberSet.read(text).isEmpty();
            case DURATION -> DurationText.read(text).isPresent();
            case RELEASE -> text.chars().anyMatch(Character::isDigit);
            case TEXT -> true;
        };
    }

    /**
     * Whether a value holds; one that is none of this kind does not.
     *
     * @throws IllegalArgumentException if values of this kind are not compared so
     */
    boolean holds(String value, Comparison comparison, String limit) {
        if (!comparisons.contains(comparison))
            throw new IllegalArgumentException(this + " is not compared by " + comparison);
        String bare = unquoted(value);
        if (bare.length() > LONGEST || !isOne(bare) || !isOne(limit)) return false;
        return switch (this) {
            case NUMBER -> ordered(bare, comparison, limit, ValueKind::number, Comparator.naturalOrder());
            case DURATION -> ordered(bare, comparison, limit, DurationText::read, Comparator.<Duration>naturalOrder());
            case RELEASE -> ordered(bare, comparison, limit, Optional::of, ReleaseOrder.INSTANCE);
            case TEXT -> bare.equals(unquoted(limit)) == (comparison == EXACTLY);
            case SET -> MemberSet.read(bare).holds(comparison, MemberSet.read(limit));
            case ADDRESS -> {
                AddressSet found = addresses(bare).orElseThrow();
                AddressSet wanted = addresses(limit).orElseThrow();
                yield comparison == WITHIN ? wanted.holds(found) : found.equals(wanted) == (comparison == EXACTLY);
            }
        };
    }

    private static <T> boolean ordered(
            String value,
            Comparison comparison,
            String limit,
            Function<String, Optional<T>> read,
            Comparator<? super T> order) {
        int sign =
                order.compare(read.apply(value).orElseThrow(), read.apply(limit).orElseThrow());
        return switch (comparison) {
            case AT_MOST -> sign <= 0;
            case AT_LEAST -> sign >= 0;
            case EXACTLY -> sign == 0;
            default -> sign != 0;
        };
    }

    private static String unquoted(String text) {
        boolean isQuoted = text.length() > 1 && text.startsWith("\"") && text.endsWith("\"");
        return (isQuoted ? text.substring(1, text.length() - 1) : text).strip();
    }

    /** A number of more digits than any device has is none that could be compared. */
    private static Optional<Long> number(String digits) {
        boolean isNumber =
                !digits.isEmpty() && digits.length() <= 18 && digits.chars().allMatch(c -> c >= '0' && c <= '9');
        return isNumber ? Optional.of(Long.parseLong(digits)) : Optional.empty();
    }

    private static Optional<AddressSet> addresses(String text) {
        List<AddressRange> ranges = new ArrayList<>();
        for (String each : text.strip().split("[,\\s]+")) {
            if (!(AddressRange.read(withoutHost(each)) instanceof AddressRange.Outcome.Read read))
                return Optional.empty();
            ranges.add(read.range());
        }
        return Optional.of(AddressSet.of(ranges));
    }

    /** {@code 192.0.2.21/24} on a port is the address of the port; where it lies is what is asked. */
    private static String withoutHost(String text) {
        if (AddressRange.read(text) instanceof AddressRange.Outcome.Read) return text;
        int slash = text.indexOf('/');
        return slash < 0 ? text : text.substring(0, slash);
    }
}
