package chaperone.core.inventory;

import com.google.re2j.Pattern;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * An IPv4 or IPv6 address as a number.
 *
 * @param bits 32 or 128
 */
record IpAddress(BigInteger number, int bits) {
    static final int V4 = 32, V6 = 128;

    /** {@code ::ffff:0:0/96} without its last 32 bits. */
    private static final BigInteger MAPPED = BigInteger.valueOf(0xffff);

    private static final String OCTET = "(25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)";
    private static final Pattern DOTTED = Pattern.compile(OCTET + "(\\." + OCTET + "){3}");
    private static final Pattern GROUP = Pattern.compile("[0-9A-Fa-f]{1,4}");

    /** Reads dotted IPv4, and the text forms of RFC 4291, section 2.2. */
    static Optional<IpAddress> read(String text) {
        if (DOTTED.matches(text)) return Optional.of(new IpAddress(BigInteger.valueOf(dotted(text)), V4));
        if (text.length() > 45 || !text.contains(":")) return Optional.empty();
        int gap = text.indexOf("::");
        if (gap < 0) return number(groups(text, true));
        Optional<List<Integer>> before = groups(text.substring(0, gap), false);
        Optional<List<Integer>> after = groups(text.substring(gap + 2), true);
        if (before.isEmpty() || after.isEmpty()) return Optional.empty();
        int zeros = 8 - before.get().size() - after.get().size();
        if (zeros < 1) return Optional.empty();
        List<Integer> all = new ArrayList<>(before.get());
        all.addAll(Collections.nCopies(zeros, 0));
        all.addAll(after.get());
        return number(Optional.of(all));
    }

    /**
     * The groups between colons; nothing if they are none.
     *
     * @param isLast whether they end the address: its last two groups may be in dotted form
     */
    private static Optional<List<Integer>> groups(String text, boolean isLast) {
        List<Integer> groups = new ArrayList<>();
        if (text.isEmpty()) return Optional.of(groups);
        String[] parts = text.split(":", -1);
        for (int i = 0; i < parts.length; i++) {
            if (isLast && i == parts.length - 1 && DOTTED.matches(parts[i])) {
                long number = dotted(parts[i]);
                groups.add((int) (number >> 16));
                groups.add((int) (number & 0xffff));
            } else if (GROUP.matches(parts[i])) {
                groups.add(Integer.parseInt(parts[i], 16));
            } else {
                return Optional.empty();
            }
        }
        return Optional.of(groups);
    }

    private static Optional<IpAddress> number(Optional<List<Integer>> groups) {
        if (groups.isEmpty() || groups.get().size() != 8) return Optional.empty();
        BigInteger number = BigInteger.ZERO;
        for (int group : groups.get()) number = number.shiftLeft(16).add(BigInteger.valueOf(group));
        return Optional.of(new IpAddress(number, V6));
    }

    private static long dotted(String address) {
        long number = 0;
        for (String part : address.split("\\.")) number = number * 256 + Long.parseLong(part);
        return number;
    }

    /** An IPv4 address that was written as one of IPv6 (RFC 4291, section 2.5.5.2) as what it is. */
    IpAddress unmapped() {
        boolean isMapped = bits == V6 && number.shiftRight(32).equals(MAPPED);
        return isMapped ? new IpAddress(number.and(BigInteger.valueOf(0xffff_ffffL)), V4) : this;
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
