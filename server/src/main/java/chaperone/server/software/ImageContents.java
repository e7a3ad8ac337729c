package chaperone.server.software;

import chaperone.server.problem.BodyTooLargeException;
import chaperone.server.problem.ProblemException;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.Enumeration;
import java.util.HexFormat;
import java.util.NoSuchElementException;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The content of images, a mebibyte at a time: none is ever held whole. */
@Component
class ImageContents {
    private static final int PART = 1024 * 1024;

    private final JdbcClient database;

    ImageContents(JdbcClient database) {
        this.database = database;
    }

    /** @param sha256 in hexadecimal digits */
    record Stored(long size, String sha256) {}

    /**
     * Part of the transaction that brings the image in.
     *
     * @throws ProblemException if it ends before it is all there
     */
    @Transactional(propagation = Propagation.MANDATORY)
    Stored store(long image, InputStream content) {
        MessageDigest digest = sha256();
        long size = 0;
        try {
            for (int number = 0; ; number++) {
                byte[] part = content.readNBytes(PART);
                if (part.length == 0) break;
                digest.update(part);
                size += part.length;
                database.sql("insert into image_part (image_id, number, content) values (?, ?, ?)")
                        .params(image, number, part)
                        .update();
            }
        } catch (BodyTooLargeException e) {
            throw new ProblemException(
                    HttpStatus.CONTENT_TOO_LARGE, "too-large", e.getMessage() + ".", "Nothing was kept.");
        } catch (IOException e) {
            throw new ProblemException(
                    HttpStatus.BAD_REQUEST,
                    "image-cut",
                    "The image did not arrive whole.",
                    "Send it again; nothing was kept. " + String.valueOf(e.getMessage()));
        }
        return new Stored(size, HexFormat.of().formatHex(digest.digest()));
    }

    /** From its beginning; a piece is read when the one before has been taken. */
    InputStream open(long image) {
        return new SequenceInputStream(new Enumeration<>() {
            private int number;
            private Optional<byte[]> next = part(image, 0);

            @Override
            public boolean hasMoreElements() {
                return next.isPresent();
            }

            @Override
            public InputStream nextElement() {
                byte[] part = next.orElseThrow(NoSuchElementException::new);
                number++;
                next = part(image, number);
                return new ByteArrayInputStream(part);
            }
        });
    }

    private Optional<byte[]> part(long image, int number) {
        return database.sql("select content from image_part where image_id = ? and number = ?")
                .params(image, number)
                .query(byte[].class)
                .optional();
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The first line of what comes, without what ends it; the stream stands at its beginning again. */
    static String header(InputStream content, int longest) throws IOException {
        content.mark(longest + 1);
        byte[] begin = content.readNBytes(longest);
        content.reset();
        int end = 0;
        while (end < begin.length && begin[end] != '\n') end++;
        return new String(Arrays.copyOf(begin, end), java.nio.charset.StandardCharsets.ISO_8859_1).stripTrailing();
    }
}
