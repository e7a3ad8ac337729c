package chaperone.core.address;

import inet.ipaddr.IPAddress;
import java.math.BigInteger;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The addresses from a first to a last one of the same family, both of them included.
 *
 * @param prefixLength the length of the prefix as which it was written; none if it was not
 */
public record AddressRange(IpAddress first, IpAddress last, OptionalInt prefixLength) {

    /** A range, or what is wrong with its text. */
    public sealed interface Outcome {
        record Read(AddressRange range) implements Outcome {}

        record Malformed(String message) implements Outcome {}
    }

    private static final class Malformation extends Exception {
        private static final long serialVersionUID = 1;

        Malformation(String message) {
            super(message);
        }
    }

    /** @throws IllegalArgumentException if they are of two families, or the last comes before the first */
    public AddressRange {
        if (first.bits() != last.bits() || first.compareTo(last) > 0)
            throw new IllegalArgumentException(first + " to " + last + " is no range");
    }

    public static AddressRange of(IpAddress first, IpAddress last) {
        return new AddressRange(first, last, OptionalInt.empty());
    }

    /** Reads an address, the first and the last one with a hyphen between, or a prefix (RFC 4632, RFC 4291). */
    public static Outcome read(String text) {
        try {
            if (text.contains("/")) return new Outcome.Read(prefix(text));
            if (text.contains("-")) return new Outcome.Read(firstAndLast(text));
            Optional<IpAddress> address = IpAddress.read(text);
            return address.isPresent()
                    ? new Outcome.Read(of(address.get(), address.get()))
                    : new Outcome.Malformed("\"" + shortened(text)
                            + "\" is neither an address, nor a first and a last one, nor a prefix");
        } catch (Malformation e) {
            return new Outcome.Malformed(String.valueOf(e.getMessage()));
        }
    }

    private static AddressRange prefix(String text) throws Malformation {
        String[] parts = text.split("/", 2);
        IpAddress address = address(parts[0].strip());
        String length = parts[1].strip();
        boolean isNumber =
                !length.isEmpty() && length.length() <= 3 && length.chars().allMatch(c -> c >= '0' && c <= '9');
        if (!isNumber || Integer.parseInt(length) > address.bits()) {
            throw new Malformation(
                    "\"/" + shortened(length) + "\" is not a prefix length from /0 to /" + address.bits());
        }
        int bits = Integer.parseInt(length);
        IPAddress block = address.value().toPrefixBlock(bits);
        return new AddressRange(
                new IpAddress(block.getLower().withoutPrefixLength()),
                new IpAddress(block.getUpper().withoutPrefixLength()),
                OptionalInt.of(bits));
    }

    private static AddressRange firstAndLast(String text) throws Malformation {
        String[] parts = text.split("-", 2);
        IpAddress first = address(parts[0].strip());
        IpAddress last = address(parts[1].strip());
        if (first.bits() != last.bits()) throw new Malformation("one is an IPv4 address, the other an IPv6 address");
        if (first.compareTo(last) > 0) throw new Malformation("the last address comes before the first");
        return of(first, last);
    }

    private static IpAddress address(String text) throws Malformation {
        return IpAddress.read(text)
                .orElseThrow(() -> new Malformation("\"" + shortened(text) + "\" is not an address"));
    }

    private static String shortened(String text) {
        return text.length() <= 60 ? text : text.substring(0, 60) + "…";
    }

    public BigInteger size() {
        return last.number().subtract(first.number()).add(BigInteger.ONE);
    }

    public boolean holds(IpAddress address) {
        return address.bits() == first.bits() && first.compareTo(address) <= 0 && last.compareTo(address) >= 0;
    }

    /** As it was written: an address, a prefix, or the two with a hyphen. */
    @Override
    public String toString() {
        if (prefixLength.isPresent()) return first + "/" + prefixLength.getAsInt();
        return first.equals(last) ? first.toString() : first + "-" + last;
    }
}
