package chaperone.server.revision;

import chaperone.core.compare.LineOrigins;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.Grammar;
import chaperone.core.noise.Noise;
import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.noise.NoiseRules;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Since which revision each line of a configuration stands. */
@RestController
class LineOriginController {
    /** Lines that are older stand since before the first of these. */
    private static final int MOST = 300;

    private final Fleet fleet;
    private final History history;
    private final NoiseRules noiseRules;

    LineOriginController(Fleet fleet, History history, NoiseRules noiseRules) {
        this.fleet = fleet;
        this.history = history;
        this.noiseRules = noiseRules;
    }

    /** Lines from one on, so many, that stand since the same revision. */
    record Run(int from, int count, int revision) {}

    /** @param oldest the revision before which nobody looked: what stands since then may be older */
    record LineOriginView(int oldest, List<Run> runs) {}

    /** A line of which only the noise is another stands since it stood there first. */
    @GetMapping("/api/devices/{name}/revisions/{number}/origins")
    @Transactional(readOnly = true)
    public LineOriginView origins(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        Device device = fleet.get(name);
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
        return new LineOriginView(asked.get(0), runs(origins.origins(), asked));
    }

    /** Every line, so that they keep their numbers; what is noise as a whole says nothing of its own. */
    private static List<String> settled(NoiseMarkedConfig config) {
        return IntStream.range(0, config.document().lineCount())
                .mapToObj(line -> config.isNoise(line) ? "" : config.line(line))
                .toList();
    }

    private static List<Run> runs(int[] origins, List<Integer> numbers) {
        List<Run> runs = new ArrayList<>();
        int from = 0;
        for (int line = 1; line <= origins.length; line++) {
            if (line < origins.length && origins[line] == origins[from]) continue;
            runs.add(new Run(from, line - from, numbers.get(origins[from])));
            from = line;
        }
        return runs;
    }
}
