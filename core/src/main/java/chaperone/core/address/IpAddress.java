package chaperone.core.address;

import inet.ipaddr.AddressStringException;
import inet.ipaddr.IPAddress;
import inet.ipaddr.IPAddressString;
import inet.ipaddr.IPAddressStringParameters;
import inet.ipaddr.IncompatibleAddressException;
import java.math.BigInteger;
import java.util.Optional;

/** One IPv4 or IPv6 address. Those of IPv4 come before those of IPv6. */
public final class IpAddress implements Comparable<IpAddress> {
    public static final int V4 = 32, V6 = 128;

    private static final int LONGEST = 45;
    private static final String SIGNS = "0123456789abcdefABCDEF:.";

    /** Nothing but what RFC 4291, section 2.2, and dotted decimals allow: no masks, lists, zones, octal or short forms. */
    private static final IPAddressStringParameters STRICT = new IPAddressStringParameters.Builder()
            .allowEmpty(false)
            .allowAll(false)
            .allowSingleSegment(false)
            .allowWildcardedSeparator(false)
            .allowPrefix(false)
            .allowMask(false)
            .allowPrefixOnly(false)
            .setRangeOptions(inet.ipaddr.AddressStringParameters.RangeParameters.NO_RANGE)
            .getIPv4AddressParametersBuilder()
            .allow_inet_aton(false)
            .allowLeadingZeros(false)
            .allowUnlimitedLeadingZeros(false)
            .allowBinary(false)
            .getParentBuilder()
            .getIPv6AddressParametersBuilder()
            .allowZone(false)
            .allowBase85(false)
            .allowBinary(false)
            .allowUnlimitedLeadingZeros(false)
            .getParentBuilder()
            .toParams();

    private final IPAddress address;

    IpAddress(IPAddress address) {
        this.address = address;
    }

    /** Reads dotted IPv4, and the text forms of RFC 4291, section 2.2. */
    public static Optional<IpAddress> read(String text) {
        // The library would pass over blanks at the ends.
        if (text.length() > LONGEST || !text.chars().allMatch(sign -> SIGNS.indexOf(sign) >= 0))
            return Optional.empty();
        try {
            return Optional.of(new IpAddress(new IPAddressString(text, STRICT).toAddress()));
        } catch (AddressStringException | IncompatibleAddressException e) {
            return Optional.empty();
        }
    }

    /** The family: 32 or 128. */
    public int bits() {
        return address.getBitCount();
    }

    public BigInteger number() {
        return address.getValue();
    }

    /** An IPv4 address that was written as one of IPv6 (RFC 4291, section 2.5.5.2) as what it is. */
    public IpAddress unmapped() {
        boolean isMapped = address.isIPv6() && address.toIPv6().isIPv4Mapped();
        return isMapped ? new IpAddress(address.toIPv6().getEmbeddedIPv4Address()) : this;
    }

    /** So many addresses further, in the same family. */
    IpAddress plus(BigInteger count) {
        return new IpAddress(address.increment(count.longValueExact()));
    }

    IPAddress value() {
        return address;
    }

    /** Dotted, or as RFC 5952 has it: small letters, no leading zeros, the longest run of zeros left out. */
    public String text() {
        return address.toCanonicalString();
    }

    @Override
    public int compareTo(IpAddress other) {
        int byFamily = Integer.compare(bits(), other.bits());
        return byFamily == 0 ? number().compareTo(other.number()) : byFamily;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof IpAddress that && address.equals(that.address);
    }

    @Override
    public int hashCode() {
        return address.hashCode();
    }

    @Override
    public String toString() {
        return text();
    }
}
