package chaperone.core.inventory;

import com.google.re2j.Pattern;
import java.math.BigInteger;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Optional;

/**
 * An IPv4 or IPv6 address as a number.
 *
 * @param bits 32 or 128
 */
record IpAddress(BigInteger number, int bits) {
    static final int V4 = 32, V6 = 128;

    private static final String OCTET = "(25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)";
    private static final Pattern DOTTED = Pattern.compile(OCTET + "(\\." + OCTET + "){3}");
    /** What may be an IPv6 address: with this the JDK reads it as one, or refuses it, and asks no name server. */
    private static final Pattern WITH_COLONS = Pattern.compile("[0-9A-Fa-f:][0-9A-Fa-f:.]*:[0-9A-Fa-f:.]*");

    /** Reads the text forms of RFC 4291, section 2.2, and dotted IPv4. */
    static Optional<IpAddress> read(String text) {
        if (!DOTTED.matches(text) && !(text.length() <= 45 && WITH_COLONS.matches(text))) return Optional.empty();
        try {
            byte[] bytes = InetAddress.getByName(text).getAddress();
            int bits = text.contains(":") ? V6 : V4;
            // The JDK takes ::ffff:192.0.2.1 for IPv4; as a range it is one of IPv6.
            BigInteger number = new BigInteger(1, bytes);
            boolean isMapped = bits == V6 && bytes.length == 4;
            return Optional.of(new IpAddress(
                    isMapped ? number.add(BigInteger.valueOf(0xffff).shiftLeft(32)) : number, bits));
        } catch (UnknownHostException e) {
            return Optional.empty();
        }
    }

    IpAddress at(BigInteger other) {
        return new IpAddress(other, bits);
    }

    /** Dotted, or as RFC 5952 has it: small letters, no leading zeros, the longest run of zeros left out. */
    String text() {
        if (bits == V4) {
            long n = number.longValue();
            return (n >> 24) + "." + (n >> 16 & 255) + "." + (n >> 8 & 255) + "." + (n & 255);
        }
        int[] groups = new int[8];
        for (int i = 0; i < 8; i++) groups[i] = number.shiftRight(112 - 16 * i).intValue() & 0xffff;
        int from = 0, length = 0;
        for (int i = 0; i < 8; i++) {
            int run = 0;
            while (i + run < 8 && groups[i + run] == 0) run++;
            if (run > length) {
                from = i;
                length = run;
            }
        }
        if (length < 2) return joined(groups, 0, 8);
        return joined(groups, 0, from) + "::" + joined(groups, from + length, 8);
    }

    private static String joined(int[] groups, int from, int to) {
        StringBuilder text = new StringBuilder();
        for (int i = from; i < to; i++) text.append(i == from ? "" : ":").append(Integer.toHexString(groups[i]));
        return text.toString();
    }
}
