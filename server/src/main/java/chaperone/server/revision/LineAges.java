package chaperone.server.revision;

import chaperone.core.compare.LineOrigins;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.Grammar;
import chaperone.core.noise.Noise;
import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.server.fleet.Device;
import chaperone.server.noise.NoiseRules;
import java.util.List;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/** Since which revision each line of a configuration stands. */
@Component
public class LineAges {
    /** Lines that are older stand since before the first of these. */
    private static final int MOST = 300;

    private final History history;
    private final NoiseRules noiseRules;

    LineAges(History history, NoiseRules noiseRules) {
        this.history = history;
        this.noiseRules = noiseRules;
    }

    /**
     * @param oldest the revision before which nobody looked: what stands since then may be older
     * @param since for each line the number of the revision that brought it
     */
    public record Ages(int oldest, List<Integer> since) {}

    /** A line of which only the noise is another stands since it stood there first. */
    public Ages of(Device device, ConfigKind kind, int number) {
        history.get(device, kind, number);
        List<Integer> numbers = history.all(device, kind).stream()
                .map(Revision::number)
                .filter(each -> each <= number)
                .toList();
        List<Integer> asked = numbers.subList(Math.max(0, numbers.size() - MOST), numbers.size());
        Grammar grammar = history.platformOf(device).grammar();
        Noise noise = noiseRules.of(device);
        LineOrigins origins = new LineOrigins();
        for (int each : asked) {
            String text = history.get(device, kind, each).whole();
            origins.add(settled(noise.in(ConfigDocument.read(grammar, text))));
        }
        return new Ages(
                asked.get(0),
                IntStream.of(origins.origins()).mapToObj(asked::get).toList());
    }

    /** Every line, so that they keep their numbers; what is noise as a whole says nothing of its own. */
    private static List<String> settled(NoiseMarkedConfig config) {
        return IntStream.range(0, config.document().lineCount())
                .mapToObj(line -> config.isNoise(line) ? "" : config.line(line))
                .toList();
    }
}
