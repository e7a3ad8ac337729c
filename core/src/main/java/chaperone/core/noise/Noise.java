package chaperone.core.noise;

import chaperone.core.config.ConfigDocument;
import chaperone.core.locator.Locator;
import chaperone.core.locator.PartFinder;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;

/** What in a configuration changes by itself: a clock, a counter, a byte count. */
public record Noise(List<Item> items) {

    /** One kind of noise, with the reason for which it is set aside. */
    public record Item(String name, Locator locator, String reason) {
        public Item(String name, Pattern pattern, String reason) {
            this(name, Locator.byPattern(pattern), reason);
        }
    }

    public static final Noise NONE = new Noise(List.of());

    public Noise {
        items = List.copyOf(items);
    }

    /** The same and more. */
    public Noise with(List<Item> more) {
        List<Item> all = new ArrayList<>(items);
        all.addAll(more);
        return new Noise(all);
    }

    /** The configuration with its noise told apart; the cost is that of {@link PartFinder}. */
    public NoiseMarkedConfig in(ConfigDocument document) {
        List<Locator> locators = items.stream().map(Item::locator).toList();
        return new NoiseMarkedConfig(document, PartFinder.find(document, locators));
    }

    /** Whether anything in this line is noise. */
    public boolean isIn(String line) {
        NoiseMarkedConfig settled = in(ConfigDocument.ofLines(List.of(line)));
        return settled.isNoise(0) || !settled.parts().areNone();
    }
}
