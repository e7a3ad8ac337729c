package chaperone.core.archive;

import java.io.ByteArrayOutputStream;

/** Numbers in as few bytes as they need: seven bits a byte, the lowest first, as in LEB128 (DWARF 5, section 7.6). */
final class Varint {
    private final byte[] bytes;
    private int at;

    Varint(byte[] bytes, int at) {
        this.bytes = bytes;
        this.at = at;
    }

    static void write(ByteArrayOutputStream out, int number) {
        int rest = number;
        while (rest > 0x7F) {
            out.write(rest & 0x7F | 0x80);
            rest >>>= 7;
        }
        out.write(rest);
    }

    /** @throws DamagedPackException if the bytes end within the number, or it is greater than an int */
    int next() {
        long number = 0;
        for (int shift = 0; shift < 35; shift += 7) {
            if (at >= bytes.length) throw new DamagedPackException("ends within a number");
            byte here = bytes[at++];
            number |= (long) (here & 0x7F) << shift;
            if (here >= 0) return checked(number);
        }
        throw new DamagedPackException("holds a number that is too great");
    }

    private static int checked(long number) {
        if (number > Integer.MAX_VALUE) throw new DamagedPackException("holds a number that is too great");
        return (int) number;
    }

    /** Steps over bytes that are no number, and gives where they start. */
    int skip(int length) {
        if (length > bytes.length - at) throw new DamagedPackException("ends too early");
        int start = at;
        at += length;
        return start;
    }

    boolean isAtEnd() {
        return at == bytes.length;
    }
}
