package chaperone.server.block;

import chaperone.core.change.ConfigModel;
import chaperone.core.change.PathSteps;
import chaperone.core.config.ConfigBytes;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.noise.Noise;
import chaperone.core.platform.Platform;
import chaperone.core.structure.Statement;
import chaperone.server.fleet.Device;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretMasks;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Statements of configurations by their paths, as they are shown: with their secrets masked. */
@Component
class Blocks {
    static final int DEEPEST = 40;
    static final int LONGEST_PATH = 8000;

    private final PlatformRegistry platforms;
    private final SecretMasks masks;

    Blocks(PlatformRegistry platforms, SecretMasks masks) {
        this.platforms = platforms;
        this.masks = masks;
    }

    /**
     * A statement and what stands below it.
     *
     * @param text as its family writes it by itself
     * @param below names of the statements directly below, for paths that go on
     * @param isOrdered whether its place among its siblings counts
     */
    record Block(String text, List<String> below, boolean isOrdered) {}

    /** The names in a text that has each on a line. */
    static List<String> path(String at) {
        List<String> path = at.lines().filter(name -> !name.isBlank()).toList();
        if (path.size() > DEEPEST) throw ProblemException.ofField("at", "A path has " + DEEPEST + " names at most.");
        return path;
    }

    /** @param shown a configuration in which secrets are masked */
    Optional<Block> find(String platform, String shown, List<String> path) {
        ConfigModel model = model(platform);
        return PathSteps.find(model.read(shown), path).map(found -> block(found, path.isEmpty(), model));
    }

    /**
     * The names that lead to the statement that stands at a line, from 0, or encloses it; to the first one if it stands further down.
     *
     * @param shown a configuration in which secrets are masked, line by line
     */
    List<String> pathAt(String platform, String shown, int line) {
        List<String> path = new ArrayList<>();
        Statement at = PathSteps.top(model(platform).read(shown));
        while (true) {
            Optional<Statement> next = at.children().stream()
                    .takeWhile(child -> child.line() <= line)
                    .reduce((first, second) -> second);
            if (next.isEmpty() && path.isEmpty())
                return at.children().stream()
                        .limit(1)
                        .map(first -> first.step().toString())
                        .toList();
            if (next.isEmpty()) return path;
            at = next.get();
            path.add(at.step().toString());
            if (at.line() == line) return path;
        }
    }

    private static Block block(Statement found, boolean isAll, ConfigModel model) {
        List<String> below =
                found.children().stream().map(child -> child.step().toString()).toList();
        String text = model.grammar().write(isAll ? found.statements() : List.of(found.value()));
        return new Block(text, below, found.isOrdered());
    }

    /** A configuration as it is shown, line by line. */
    String shownLines(Device device, String text) {
        return ConfigBytes.printable(
                masks.of(platforms.get(device.platform()), text).text());
    }

    /** A configuration, without comments, as it is shown. */
    String shown(Device device, String text) {
        Platform platform = platforms.get(device.platform());
        return ConfigBytes.printable(
                masks.of(platform, model(device.platform()).written(text)).text());
    }

    /**
     * A text in which what came back masked is what stands on the device.
     *
     * @param standing what the device runs
     * @throws ProblemException naming the line in which a secret is masked that does not stand there
     */
    String unmasked(Device device, String standing, String text) {
        if (!MaskedConfig.hasMask(text)) return text;
        List<String> real = model(device.platform()).written(standing).lines().toList();
        List<String> shown = shown(device, standing).lines().toList();
        Map<String, String> known = new HashMap<>();
        if (real.size() == shown.size())
            for (int i = 0; i < real.size(); i++) known.put(bare(shown.get(i)), bare(real.get(i)));
        StringBuilder whole = new StringBuilder();
        int number = 0;
        for (String line : text.split("\n", -1)) {
            number++;
            String meant = MaskedConfig.hasMask(line) ? known.getOrDefault(bare(line), bare(line)) : bare(line);
            if (MaskedConfig.hasMask(meant))
                throw ProblemException.ofField(
                        "text", "Line " + number + " holds a secret that is masked: write the secret itself.");
            whole.append(number == 1 ? "" : "\n").append(line.replace(bare(line), meant));
        }
        return whole.toString();
    }

    /** Without blanks around it, and without what only ends it. */
    private static String bare(String line) {
        String text = line.strip();
        return text.endsWith(",") ? text.substring(0, text.length() - 1) : text;
    }

    private ConfigModel model(String platform) {
        return ConfigModel.of(platforms.get(platform), Noise.NONE);
    }
}
