package chaperone.core.noise;

import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigNode;
import chaperone.core.config.TextRange;
import chaperone.core.config.TextRanges;
import chaperone.core.locator.Located;
import java.util.List;
import java.util.stream.IntStream;

/** A configuration with what in it changes by itself told apart from the rest. */
public final class NoiseMarkedConfig {
    private static final char SIGN = '\0';
    /** Stands for noise. The sign itself, should a text hold it, is written otherwise, so that no text can look like noise. */
    private static final String NOISE = SIGN + "\1";

    private static final String SIGN_ITSELF = SIGN + "\2";

    private final ConfigDocument document;
    private final Located noise;

    NoiseMarkedConfig(ConfigDocument document, Located noise) {
        this.document = document;
        this.noise = noise;
    }

    public ConfigDocument document() {
        return document;
    }

    /** Where noise stands within lines and statements. */
    public TextRanges parts() {
        return noise.parts();
    }

    /** Whether a line is noise as a whole. */
    public boolean isNoise(int line) {
        return noise.isWhole(line);
    }

    public boolean isNoise(ConfigNode node) {
        return noise.isWhole(node);
    }

    /** Whether some of a line is noise, or all of it. */
    public boolean hasNoise(int line) {
        TextRange range = document.lineRange(line);
        return isNoise(line)
                || !noise.parts().within(range.start(), range.end()).isEmpty();
    }

    /** A line by what counts of it: two lines that differ in noise alone are the same. */
    public String line(int index) {
        return settled(document.lineRange(index));
    }

    /** Every line by what counts of it; lines that are noise as a whole are left out. */
    public List<String> lines() {
        return IntStream.range(0, document.lineCount())
                .filter(line -> !isNoise(line))
                .mapToObj(this::line)
                .toList();
    }

    /** A part of the text by what counts of it. */
    public String settled(TextRange range) {
        String text = document.text();
        List<TextRange> parts = noise.parts().within(range.start(), range.end());
        if (parts.isEmpty()) return plain(text.substring(range.start(), range.end()));
        StringBuilder settled = new StringBuilder();
        int at = range.start();
        for (TextRange part : parts) {
            settled.append(plain(text.substring(at, part.start()))).append(NOISE);
            at = part.end();
        }
        return settled.append(plain(text.substring(at, range.end()))).toString();
    }

    public static String plain(String text) {
        return text.indexOf(SIGN) < 0 ? text : text.replace(String.valueOf(SIGN), SIGN_ITSELF);
    }
}
