package chaperone.core.address;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Ranges of addresses, one a line: a single address, the first and the last with a hyphen between, or a prefix as in RFC
 * 4632 and RFC 4291. Left out are addresses of a prefix that belong to no device: the first and the last of an IPv4
 * prefix shorter than /31, and the first of an IPv6 prefix shorter than /127, at which any router of the link answers
 * (RFC 4291, section 2.6.1).
 */
public final class AddressRanges {
    /** A look through more takes longer than anybody waits. */
    public static final int MOST_ADDRESSES = 16_384;

    private final Set<String> addresses = new LinkedHashSet<>();
    private final List<ListProblem> problems = new ArrayList<>();

    private AddressRanges() {}

    /** Every address of the ranges, each once and in order. */
    public static ListOutcome<List<String>> read(String text) {
        AddressRanges ranges = new AddressRanges();
        List<String> lines = text.lines().toList();
        for (int line = 0; line < lines.size() && ranges.problems.size() < 100; line++) {
            String range = lines.get(line).strip();
            if (!range.isEmpty()) ranges.take(line, range);
        }
        if (ranges.addresses.isEmpty() && ranges.problems.isEmpty()) ranges.problem(0, "there is no range in it");
        return ranges.problems.isEmpty()
                ? new ListOutcome.Read<>(List.copyOf(ranges.addresses))
                : new ListOutcome.Malformed<>(ranges.problems);
    }

    private void take(int line, String text) {
        AddressRange.Outcome outcome = AddressRange.read(text);
        if (outcome instanceof AddressRange.Outcome.Malformed malformed) {
            problem(line, malformed.message());
            return;
        }
        AddressRange range = ((AddressRange.Outcome.Read) outcome).range();
        int bits = range.first().bits();
        boolean hasNobody =
                range.prefixLength().isPresent() && bits - range.prefixLength().getAsInt() >= 2;
        if (!hasNobody) addAll(line, range.first(), range.size());
        else {
            int nobody = bits == IpAddress.V4 ? 2 : 1;
            addAll(line, range.first().plus(BigInteger.ONE), range.size().subtract(BigInteger.valueOf(nobody)));
        }
    }

    private void addAll(int line, IpAddress first, BigInteger count) {
        if (count.compareTo(BigInteger.valueOf(MOST_ADDRESSES - addresses.size())) > 0) {
            problem(line, "more than " + MOST_ADDRESSES + " addresses; look through them in parts");
            return;
        }
        for (long i = 0; i < count.longValue(); i++)
            addresses.add(first.plus(BigInteger.valueOf(i)).text());
    }

    private void problem(int line, String message) {
        problems.add(new ListProblem(line, 0, message));
    }
}
