package chaperone.core.inventory;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Which addresses are meant by lines of ranges, without listing them: a single address, the first and the last with a
 * hyphen between, or a prefix (RFC 4632, RFC 4291). Asking costs as many comparisons as there are lines.
 */
public final class AddressScope {
    public static final int MOST_LINES = 500;

    private final List<Range> ranges;

    private record Range(int bits, BigInteger first, BigInteger last) {
        boolean holds(IpAddress address) {
            return address.bits() == bits
                    && first.compareTo(address.number()) <= 0
                    && last.compareTo(address.number()) >= 0;
        }
    }

    private AddressScope(List<Range> ranges) {
        this.ranges = List.copyOf(ranges);
    }

    /** A scope, or all that is wrong with its lines. */
    public sealed interface Outcome {
        record Read(AddressScope scope) implements Outcome {}

        record Malformed(List<ListProblem> problems) implements Outcome {
            public Malformed {
                problems = List.copyOf(problems);
            }
        }
    }

    public static Outcome read(String text) {
        List<Range> ranges = new ArrayList<>();
        List<ListProblem> problems = new ArrayList<>();
        List<String> lines = text.lines().toList();
        if (lines.size() > MOST_LINES)
            problems.add(new ListProblem(MOST_LINES, 0, "more than " + MOST_LINES + " lines"));
        for (int line = 0; line < Math.min(lines.size(), MOST_LINES); line++) {
            String written = lines.get(line).strip();
            if (written.isEmpty()) continue;
            Optional<Range> range = range(written);
            if (range.isPresent()) ranges.add(range.get());
            else
                problems.add(
                        new ListProblem(line, 0, "\"" + shortened(written) + "\" is no address and no range of them"));
        }
        return problems.isEmpty() ? new Outcome.Read(new AddressScope(ranges)) : new Outcome.Malformed(problems);
    }

    /** Whether no address is meant at all. */
    public boolean isEmpty() {
        return ranges.isEmpty();
    }

    /** False for what is no address; an IPv4 address counts however it is written. */
    public boolean holds(String address) {
        Optional<IpAddress> read = IpAddress.read(address).map(IpAddress::unmapped);
        return read.isPresent() && ranges.stream().anyMatch(range -> range.holds(read.get()));
    }

    private static Optional<Range> range(String written) {
        int slash = written.indexOf('/');
        if (slash >= 0)
            return prefix(
                    written.substring(0, slash).strip(),
                    written.substring(slash + 1).strip());
        int hyphen = written.indexOf('-');
        Optional<IpAddress> first = IpAddress.read(
                hyphen < 0 ? written : written.substring(0, hyphen).strip());
        Optional<IpAddress> last = hyphen < 0
                ? first
                : IpAddress.read(written.substring(hyphen + 1).strip());
        if (first.isEmpty()
                || last.isEmpty()
                || first.get().bits() != last.get().bits()) return Optional.empty();
        Range range =
                new Range(first.get().bits(), first.get().number(), last.get().number());
        return range.first().compareTo(range.last()) <= 0 ? Optional.of(range) : Optional.empty();
    }

    private static Optional<Range> prefix(String address, String length) {
        Optional<IpAddress> first = IpAddress.read(address);
        boolean isNumber =
                !length.isEmpty() && length.length() <= 3 && length.chars().allMatch(c -> c >= '0' && c <= '9');
        if (first.isEmpty()
                || !isNumber
                || Integer.parseInt(length) > first.get().bits()) return Optional.empty();
        int free = first.get().bits() - Integer.parseInt(length);
        BigInteger start = first.get().number().shiftRight(free).shiftLeft(free);
        BigInteger size = BigInteger.ONE.shiftLeft(free);
        return Optional.of(new Range(first.get().bits(), start, start.add(size).subtract(BigInteger.ONE)));
    }

    private static String shortened(String text) {
        return text.length() <= 60 ? text : text.substring(0, 60) + "…";
    }
}
