package chaperone.core.platform;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;

/** Where a configuration holds secrets: the first group of each pattern, line by line. */
public record Secrets(List<Pattern> patterns) {
    private static final String MASK = "\u2022\u2022\u2022\u2022";

    public Secrets {
        patterns = List.copyOf(patterns);
    }

    /**
     * The line with its secret replaced by dots and sixteen bits of its digest: enough to see that it changed, useless
     * for finding it.
     */
    public String masked(String line) {
        for (Pattern pattern : patterns) {
            Matcher matcher = pattern.matcher(line);
            if (matcher.find()) {
                return line.substring(0, matcher.start(1))
                        + MASK
                        + tag(matcher.group(1))
                        + line.substring(matcher.end(1));
            }
        }
        return line;
    }

    private static String tag(String secret) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest, 0, 2);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
