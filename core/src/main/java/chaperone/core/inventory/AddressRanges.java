package chaperone.core.inventory;

import com.google.re2j.Pattern;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
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

    private static final Pattern LENGTH = Pattern.compile("\\d{1,3}");

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
        else {
            Optional<IpAddress> address = IpAddress.read(range);
            if (address.isPresent()) addAll(line, address.get(), BigInteger.ONE);
            else problem(line, "\"" + range + "\" is neither an address, nor a first and a last one, nor a prefix");
        }
    }

    private void takePrefix(int line, String range) {
        String[] parts = range.split("/", 2);
        Optional<IpAddress> address = address(line, parts[0].strip());
        if (address.isEmpty()) return;
        String length = parts[1].strip();
        int bits = address.get().bits();
        if (!LENGTH.matches(length) || Integer.parseInt(length) > bits)
            problem(line, "\"/" + length + "\" is not a prefix length from /0 to /" + bits);
        else addPrefix(line, address.get(), bits - Integer.parseInt(length));
    }

    /** @param free bits that are not fixed by the prefix */
    private void addPrefix(int line, IpAddress address, int free) {
        BigInteger first = address.number().shiftRight(free).shiftLeft(free);
        BigInteger size = BigInteger.ONE.shiftLeft(free);
        if (free < 2) addAll(line, address.at(first), size);
        else {
            int nobody = address.bits() == IpAddress.V4 ? 2 : 1;
            addAll(line, address.at(first.add(BigInteger.ONE)), size.subtract(BigInteger.valueOf(nobody)));
        }
    }

    private void takeFirstAndLast(int line, String range) {
        String[] parts = range.split("-", 2);
        Optional<IpAddress> first = address(line, parts[0].strip());
        Optional<IpAddress> last = first.isEmpty() ? first : address(line, parts[1].strip());
        if (last.isEmpty()) return;
        BigInteger count = last.get().number().subtract(first.get().number()).add(BigInteger.ONE);
        if (first.get().bits() != last.get().bits()) problem(line, "one is an IPv4 address, the other an IPv6 address");
        else if (count.signum() <= 0) problem(line, "the last address comes before the first");
        else addAll(line, first.get(), count);
    }

    private Optional<IpAddress> address(int line, String text) {
        Optional<IpAddress> address = IpAddress.read(text);
        if (address.isEmpty()) problem(line, "\"" + text + "\" is not an address");
        return address;
    }

    private void addAll(int line, IpAddress first, BigInteger count) {
        if (count.compareTo(BigInteger.valueOf(MOST_ADDRESSES - addresses.size())) > 0) {
            problem(line, "more than " + MOST_ADDRESSES + " addresses; look through them in parts");
            return;
        }
        for (long i = 0; i < count.longValue(); i++) {
            addresses.add(first.at(first.number().add(BigInteger.valueOf(i))).text());
        }
    }

    private void problem(int line, String message) {
        problems.add(new ListProblem(line, 0, message));
    }
}
