package chaperone.core.inventory;

import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.LongStream;

/**
 * Ranges of IPv4 addresses, one a line: a single address, the first and the last with a hyphen between, or a prefix as
 * in RFC 4632. Of a prefix shorter than /31 the first and the last address are left out: they belong to no device.
 */
public final class AddressRanges {
    /** A look through more takes longer than anybody waits. */
    public static final int MOST_ADDRESSES = 16_384;

    private static final Pattern ADDRESS =
            Pattern.compile("(25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)" + "(\\.(25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)){3}");

    private final Set<String> addresses = new LinkedHashSet<>();
    private final List<ListProblem> problems = new ArrayList<>();

    private AddressRanges() {}

    /** Either every address of the ranges, each once and in order, or all that is wrong. */
    public sealed interface Outcome {
        record Read(List<String> addresses) implements Outcome {
            public Read {
                addresses = List.copyOf(addresses);
            }
        }

        record Malformed(List<ListProblem> problems) implements Outcome {
            public Malformed {
                problems = List.copyOf(problems);
            }
        }
    }

    public static Outcome read(String text) {
        AddressRanges ranges = new AddressRanges();
        List<String> lines = text.lines().toList();
        for (int line = 0; line < lines.size() && ranges.problems.size() < 100; line++) {
            String range = lines.get(line).strip();
            if (!range.isEmpty()) ranges.take(line, range);
        }
        if (ranges.addresses.isEmpty() && ranges.problems.isEmpty()) ranges.problem(0, "there is no range in it");
        return ranges.problems.isEmpty()
                ? new Outcome.Read(List.copyOf(ranges.addresses))
                : new Outcome.Malformed(ranges.problems);
    }

    private void take(int line, String range) {
        if (range.contains("/")) takePrefix(line, range);
        else if (range.contains("-")) takeFirstAndLast(line, range);
        else if (ADDRESS.matches(range)) addAll(line, number(range), number(range));
        else problem(line, "\"" + range + "\" is neither an address, nor a first and a last one, nor a prefix");
    }

    private void takePrefix(int line, String range) {
        String[] parts = range.split("/", 2);
        String address = parts[0].strip();
        String length = parts[1].strip();
        if (!ADDRESS.matches(address)) problem(line, "\"" + address + "\" is not an IPv4 address");
        else if (!length.matches("\\d{1,2}") || Integer.parseInt(length) > 32)
            problem(line, "\"/" + length + "\" is not a prefix length from /0 to /32");
        else addPrefix(line, number(address), Integer.parseInt(length));
    }

    private void addPrefix(int line, long address, int length) {
        long size = 1L << (32 - length);
        long first = address / size * size;
        boolean hasEnds = length < 31;
        addAll(line, first + (hasEnds ? 1 : 0), first + size - (hasEnds ? 2 : 1));
    }

    private void takeFirstAndLast(int line, String range) {
        String[] parts = range.split("-", 2);
        for (String part : parts) {
            if (ADDRESS.matches(part.strip())) continue;
            problem(line, "\"" + part.strip() + "\" is not an IPv4 address");
            return;
        }
        long first = number(parts[0].strip());
        long last = number(parts[1].strip());
        if (last < first) problem(line, "the last address comes before the first");
        else addAll(line, first, last);
    }

    private void addAll(int line, long first, long last) {
        if (addresses.size() + (last - first + 1) > MOST_ADDRESSES) {
            problem(line, "more than " + MOST_ADDRESSES + " addresses; look through them in parts");
            return;
        }
        LongStream.rangeClosed(first, last).mapToObj(AddressRanges::text).forEach(addresses::add);
    }

    private static long number(String address) {
        long number = 0;
        for (String part : address.split("\\.")) number = number * 256 + Long.parseLong(part);
        return number;
    }

    private static String text(long number) {
        return (number >> 24) + "." + (number >> 16 & 255) + "." + (number >> 8 & 255) + "." + (number & 255);
    }

    private void problem(int line, String message) {
        problems.add(new ListProblem(line, 0, message));
    }
}
