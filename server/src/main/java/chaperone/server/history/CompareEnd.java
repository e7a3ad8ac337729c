package chaperone.server.history;

import chaperone.core.compare.Comparison;
import chaperone.core.compare.LinePlaces;
import chaperone.core.compare.Noise;
import chaperone.core.compare.StructureDiff;
import chaperone.core.config.ConfigTree;
import chaperone.core.platform.Platform;
import chaperone.server.history.CompareView.EndView;
import java.util.List;
import java.util.Optional;

/**
 * One of the two things that are compared, its secrets masked line by line.
 *
 * @param whole the text as it is, secrets and all: for an exact difference only
 */
record CompareEnd(
        Optional<String> device,
        Optional<ConfigKind> kind,
        Optional<Integer> number,
        Platform platform,
        Noise noise,
        String whole,
        List<String> lines,
        ConfigTree tree) {

    static CompareEnd of(
            Optional<String> device,
            Optional<ConfigKind> kind,
            Optional<Integer> number,
            Platform platform,
            Noise noise,
            String whole) {
        List<String> masked =
                History.linesOf(whole).stream().map(platform.secrets()::masked).toList();
        ConfigTree tree = platform.grammar().read(String.join("\n", masked));
        return new CompareEnd(device, kind, number, platform, noise, whole, masked, tree);
    }

    Comparison.Side side() {
        return new Comparison.Side(lines, noise, LinePlaces.of(tree, lines.size()));
    }

    StructureDiff.Side structureSide() {
        return new StructureDiff.Side(tree, lines, noise);
    }

    EndView view() {
        return new EndView(device, kind, number, platform.name(), lines.size());
    }

    /** For the head of a unified difference and the name of its file. */
    String title() {
        return device.map(name -> name + "-" + kind.orElseThrow().word()
                        + number.map(n -> "-" + n).orElse(""))
                .orElse("pasted");
    }
}
