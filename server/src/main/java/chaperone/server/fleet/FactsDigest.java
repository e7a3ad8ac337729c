package chaperone.server.fleet;

import chaperone.core.fact.Facts;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.StringJoiner;

/** One short text for all facts that stay the same from one contact to the next: SHA-256, in hexadecimal digits. */
public final class FactsDigest {
    private FactsDigest() {}

    public static String of(Facts facts) {
        StringJoiner all = new StringJoiner("\u0000");
        all.add(facts.name().orElse(""))
                .add(facts.model().orElse(""))
                .add(facts.serial().orElse(""))
                .add(facts.release().orElse(""))
                .add(facts.macBase().orElse(""))
                .add(facts.installMode().orElse(""))
                .add(facts.storage()
                        .flatMap(Facts.Storage::total)
                        .map(String::valueOf)
                        .orElse(""));
        facts.modules()
                .ifPresent(modules -> modules.forEach(
                        module -> all.add(module.slot()).add(module.name()).add(module.serial())));
        try {
            byte[] text = all.toString().getBytes(StandardCharsets.UTF_8);
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(text));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
