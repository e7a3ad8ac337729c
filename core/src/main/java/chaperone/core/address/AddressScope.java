package chaperone.core.address;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Which addresses are meant by lines of ranges, without listing them: a single address, the first and the last with a
 * hyphen between, or a prefix (RFC 4632, RFC 4291). Asking costs the logarithm of their number.
 */
public final class AddressScope {
    public static final int MOST_LINES = 500;

    private final AddressSet addresses;

    private AddressScope(AddressSet addresses) {
        this.addresses = addresses;
    }

    public static ListOutcome<AddressScope> read(String text) {
        List<AddressRange> ranges = new ArrayList<>();
        List<ListProblem> problems = new ArrayList<>();
        List<String> lines = text.lines().toList();
        if (lines.size() > MOST_LINES)
            problems.add(new ListProblem(MOST_LINES, 0, "more than " + MOST_LINES + " lines"));
        for (int line = 0; line < Math.min(lines.size(), MOST_LINES); line++) {
            String written = lines.get(line).strip();
            if (written.isEmpty()) continue;
            AddressRange.Outcome range = AddressRange.read(written);
            if (range instanceof AddressRange.Outcome.Read read) ranges.add(read.range());
            else problems.add(new ListProblem(line, 0, ((AddressRange.Outcome.Malformed) range).message()));
        }
        return problems.isEmpty()
                ? new ListOutcome.Read<>(new AddressScope(AddressSet.of(ranges)))
                : new ListOutcome.Malformed<>(problems);
    }

    /** Whether no address is meant at all. */
    public boolean isEmpty() {
        return addresses.isEmpty();
    }

    /** False for what is no address; an IPv4 address counts however it is written. */
    public boolean holds(String address) {
        Optional<IpAddress> read = IpAddress.read(address).map(IpAddress::unmapped);
        return read.isPresent() && addresses.holds(read.get());
    }
}
