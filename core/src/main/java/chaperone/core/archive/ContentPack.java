package chaperone.core.archive;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/**
 * Several contents in one compressed stream (RFC 1950): the newest whole, then for each older one the {@link Delta} that
 * leads to it from the next newer. The newest is read without the others; each older one costs one more delta.
 *
 * <p>Compressing the deltas together, not one by one, is what keeps a revision with one altered line below the size of
 * its own headers elsewhere.
 *
 * @param newest the newest content
 * @param deltas from the newest back, one fewer than there are contents
 */
public record ContentPack(byte[] newest, List<byte[]> deltas) {
    /** Beyond these a new pack is begun: reading the oldest must stay near the cost of reading the newest. */
    private static final int MOST_CONTENTS = 128;

    private static final int MOST_DELTA_BYTES = 256 * 1024;

    public ContentPack {
        deltas = List.copyOf(deltas);
    }

    public static ContentPack of(byte[] content) {
        return new ContentPack(content, List.of());
    }

    /** @param contents the oldest first, at least one */
    public static ContentPack ofAll(List<byte[]> contents) {
        ContentPack pack = of(contents.get(0));
        for (byte[] content : contents.subList(1, contents.size())) pack = pack.with(content);
        return pack;
    }

    /**
     * @param newestSize in bytes, as the stream does not tell it
     * @throws DamagedPackException if the bytes are not such a stream
     */
    public static ContentPack read(byte[] packed, int newestSize) {
        byte[] whole = inflated(packed, Integer.MAX_VALUE);
        if (whole.length < newestSize) throw new DamagedPackException("ends too early");
        byte[] newest = Arrays.copyOf(whole, newestSize);
        Varint numbers = new Varint(whole, newestSize);
        List<byte[]> deltas = new ArrayList<>();
        while (!numbers.isAtEnd()) {
            int length = numbers.next();
            int start = numbers.skip(length);
            deltas.add(Arrays.copyOfRange(whole, start, start + length));
        }
        return new ContentPack(newest, deltas);
    }

    /** The newest content of a pack, without reading the others. */
    public static byte[] newestOf(byte[] packed, int newestSize) {
        byte[] newest = inflated(packed, newestSize);
        if (newest.length < newestSize) throw new DamagedPackException("ends too early");
        return newest;
    }

    public int size() {
        return deltas.size() + 1;
    }

    /** Whether another content should go into a pack of its own. */
    public boolean isFull() {
        return size() >= MOST_CONTENTS
                || deltas.stream().mapToInt(delta -> delta.length).sum() > Math.max(MOST_DELTA_BYTES, newest.length);
    }

    /** Takes one more content in, as the newest. */
    public ContentPack with(byte[] content) {
        List<byte[]> all = new ArrayList<>(deltas.size() + 1);
        all.add(Delta.between(content, newest));
        all.addAll(deltas);
        return new ContentPack(content, all);
    }

    /** @param position from 0, the oldest */
    public byte[] content(int position) {
        if (position < 0 || position >= size()) throw new DamagedPackException("has no content " + position);
        Pieces pieces = Pieces.of(newest);
        for (byte[] delta : deltas.subList(0, deltas.size() - position)) pieces = pieces.with(delta);
        return pieces.joined();
    }

    /** The oldest first. */
    public List<byte[]> contents() {
        List<byte[]> contents = new ArrayList<>();
        Pieces pieces = Pieces.of(newest);
        contents.add(newest);
        for (byte[] delta : deltas) {
            pieces = pieces.with(delta);
            contents.add(0, pieces.joined());
        }
        return contents;
    }

    public byte[] packed() {
        ByteArrayOutputStream packed = new ByteArrayOutputStream(newest.length / 4 + 64);
        Deflater deflater = new Deflater(Deflater.BEST_COMPRESSION);
        try (DeflaterOutputStream out = new DeflaterOutputStream(packed, deflater)) {
            out.write(newest);
            for (byte[] delta : deltas) {
                ByteArrayOutputStream length = new ByteArrayOutputStream(4);
                Varint.write(length, delta.length);
                out.write(length.toByteArray());
                out.write(delta);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            deflater.end();
        }
        return packed.toByteArray();
    }

    private static byte[] inflated(byte[] packed, int most) {
        try (InflaterInputStream in = new InflaterInputStream(new ByteArrayInputStream(packed))) {
            return in.readNBytes(most);
        } catch (IOException e) {
            throw new DamagedPackException("cannot be unpacked");
        }
    }
}
