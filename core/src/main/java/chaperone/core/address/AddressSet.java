package chaperone.core.address;

import inet.ipaddr.IPAddressSeqRange;
import inet.ipaddr.IPAddressSeqRangeList;
import java.math.BigInteger;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.stream.Stream;

/**
 * Any set of addresses of both families, exactly: ranges in order that neither meet nor overlap. Two sets of the same
 * addresses are equal, however they were written. Joining, cutting and taking away cost as much as both sets have ranges.
 */
public final class AddressSet {
    public static final AddressSet EMPTY = new AddressSet(new IPAddressSeqRangeList(), new IPAddressSeqRangeList());

    /** Every address there is. */
    public static final AddressSet ALL = of(List.of(range("0.0.0.0/0"), range("::/0")));

    private final IPAddressSeqRangeList v4;
    private final IPAddressSeqRangeList v6;

    private AddressSet(IPAddressSeqRangeList v4, IPAddressSeqRangeList v6) {
        this.v4 = v4;
        this.v6 = v6;
    }

    private static AddressRange range(String text) {
        return ((AddressRange.Outcome.Read) AddressRange.read(text)).range();
    }

    public static AddressSet of(Collection<AddressRange> ranges) {
        IPAddressSeqRangeList v4 = new IPAddressSeqRangeList(), v6 = new IPAddressSeqRangeList();
        for (AddressRange range : ranges) {
            IPAddressSeqRange added =
                    range.first().value().spanWithRange(range.last().value());
            (range.first().bits() == IpAddress.V4 ? v4 : v6).add(added);
        }
        return new AddressSet(v4, v6);
    }

    public AddressSet union(AddressSet other) {
        return new AddressSet(v4.joinIntoList(other.v4), v6.joinIntoList(other.v6));
    }

    public AddressSet intersection(AddressSet other) {
        return new AddressSet(v4.intersectIntoList(other.v4), v6.intersectIntoList(other.v6));
    }

    /** Those that are not in the other. */
    public AddressSet minus(AddressSet other) {
        return new AddressSet(v4.removeIntoList(other.v4), v6.removeIntoList(other.v6));
    }

    public boolean isEmpty() {
        return v4.isEmpty() && v6.isEmpty();
    }

    public boolean holds(IpAddress address) {
        return (address.bits() == IpAddress.V4 ? v4 : v6).contains(address.value());
    }

    /** Whether every address of the other is in this one. */
    public boolean holds(AddressSet other) {
        return other.minus(this).isEmpty();
    }

    public boolean overlaps(AddressSet other) {
        return !intersection(other).isEmpty();
    }

    /** How many addresses. */
    public BigInteger size() {
        return ranges().stream().map(AddressRange::size).reduce(BigInteger.ZERO, BigInteger::add);
    }

    /** As few as there can be, in order. */
    public List<AddressRange> ranges() {
        return Stream.of(v4, v6)
                .flatMap(list -> Arrays.stream(list.getSeqRanges()))
                .map(range -> AddressRange.of(
                        new IpAddress(range.getLower().withoutPrefixLength()),
                        new IpAddress(range.getUpper().withoutPrefixLength())))
                .toList();
    }

    /** As few as there can be, in order; a range of odd ends may need up to twice as many as its family has bits. */
    public List<AddressRange> prefixes() {
        return Stream.of(v4, v6)
                .filter(list -> !list.isEmpty())
                .flatMap(list -> Arrays.stream(list.spanWithPrefixBlocks()))
                .map(block -> range(block.toCanonicalString()))
                .toList();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof AddressSet that && ranges().equals(that.ranges());
    }

    @Override
    public int hashCode() {
        return ranges().hashCode();
    }

    @Override
    public String toString() {
        return ranges().toString();
    }
}
