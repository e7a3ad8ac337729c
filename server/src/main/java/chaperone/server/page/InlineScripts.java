package chaperone.server.page;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The scripts that stand in the front end's own page: a content security policy has to name each by its digest. */
public final class InlineScripts {
    private static final Pattern SCRIPT = Pattern.compile("<script>(.*?)</script>", Pattern.DOTALL);

    private InlineScripts() {}

    /** Sources for {@code script-src} (CSP Level 3), each with a blank before it. */
    public static String sources() {
        StringBuilder sources = new StringBuilder();
        Matcher scripts = SCRIPT.matcher(page());
        while (scripts.find())
            sources.append(" 'sha256-").append(digest(scripts.group(1))).append("'");
        return sources.toString();
    }

    private static String page() {
        try (InputStream in = InlineScripts.class.getResourceAsStream("/static/index.html")) {
            return in == null ? "" : new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException("The front end's page cannot be read", e);
        }
    }

    private static String digest(String script) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(script.getBytes(StandardCharsets.UTF_8));
            return Base64.getEncoder().encodeToString(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
