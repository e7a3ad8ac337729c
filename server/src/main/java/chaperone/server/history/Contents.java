package chaperone.server.history;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps texts once each, compressed (RFC 1950), and checks their digest whenever one is read. */
@Component
class Contents {
    private final ContentRepository contents;

    Contents(ContentRepository contents) {
        this.contents = contents;
    }

    /** @return the digest under which the bytes are kept */
    @Transactional(propagation = Propagation.MANDATORY)
    public byte[] keep(byte[] bytes) {
        byte[] digest = sha256(bytes);
        contents.keep(digest, bytes.length, pack(bytes));
        return digest;
    }

    /** @throws IllegalStateException if what is stored is not what was stored */
    @Transactional(propagation = Propagation.MANDATORY, readOnly = true)
    public byte[] read(byte[] digest) {
        Content content = contents.findById(digest).orElseThrow(() -> damaged(digest, "is missing"));
        byte[] bytes = unpack(content, digest);
        if (!MessageDigest.isEqual(sha256(bytes), digest)) throw damaged(digest, "has been altered");
        return bytes;
    }

    static byte[] sha256(byte[] bytes) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(bytes);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static byte[] pack(byte[] bytes) {
        ByteArrayOutputStream packed = new ByteArrayOutputStream(bytes.length / 4 + 64);
        Deflater deflater = new Deflater(Deflater.BEST_COMPRESSION);
        try (DeflaterOutputStream out = new DeflaterOutputStream(packed, deflater)) {
            out.write(bytes);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            deflater.end();
        }
        return packed.toByteArray();
    }

    private static byte[] unpack(Content content, byte[] digest) {
        try (InflaterInputStream in = new InflaterInputStream(new ByteArrayInputStream(content.packed()))) {
            // One more than the size: a longer text is altered, and need not be read to its end to know that.
            return in.readNBytes(content.size() + 1);
        } catch (IOException e) {
            throw damaged(digest, "cannot be unpacked");
        }
    }

    private static IllegalStateException damaged(byte[] digest, String how) {
        return new IllegalStateException("Stored content " + HexFormat.of().formatHex(digest) + " " + how);
    }
}
