package chaperone.core.change;

import chaperone.core.config.ConfigDocument;
import chaperone.core.structure.Difference;
import chaperone.core.structure.Statement;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The configuration that a device shall have after its commands: what the preview shows. It is kept if what is read back
 * means the same; noise and defaults aside, and secrets that the device stores in a form of its own, as long as they are
 * ones that were put.
 */
public record Promise(String base, String text) {

    /** What of it does not stand; nothing if it is kept. The cost is that of a few comparisons by structure. */
    public List<Difference> brokenBy(String readBack, ConfigModel model) {
        List<Difference> differences = counting(text, readBack, model);
        if (differences.isEmpty()) return differences;
        Set<String> stood = new HashSet<>();
        collect(model.read(base), stood);
        // A secret that nobody put, and that is another one now, is somebody else's doing.
        Stream<Difference> foreign = differences.stream()
                .filter(each -> each.before()
                        .filter(promised -> stood.contains(promised.text()))
                        .isPresent());
        Stream<Difference> beyondSecrets = counting(masked(text, model), masked(readBack, model), model).stream();
        return Stream.concat(beyondSecrets, foreign).distinct().toList();
    }

    public boolean isKeptBy(String readBack, ConfigModel model) {
        return brokenBy(readBack, model).isEmpty();
    }

    private static List<Difference> counting(String before, String after, ConfigModel model) {
        return model.differences(before, after).withMeaning().differences();
    }

    private static String masked(String text, ConfigModel model) {
        return model.secrets()
                .masked(ConfigDocument.read(model.grammar(), text), secret -> "")
                .text();
    }

    private static void collect(Statement statement, Set<String> texts) {
        texts.add(statement.text());
        statement.children().forEach(child -> collect(child, texts));
    }
}
