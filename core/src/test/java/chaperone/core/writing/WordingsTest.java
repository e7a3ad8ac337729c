package chaperone.core.writing;

import static java.util.stream.Collectors.toMap;
import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigStatement;
import chaperone.core.noise.Noise;
import chaperone.core.patch.EditLanguage;
import chaperone.core.platform.Platforms;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

class WordingsTest {
    private static final EditLanguage LANGUAGE = (EditLanguage)
            ConfigModel.of(Platforms.shipped().get("corvane"), Noise.NONE).way().orElseThrow();

    @Provide
    Arbitrary<List<List<ConfigStatement>>> fleets() {
        Arbitrary<String> text = Arbitraries.of("a", "b", "c", "d")
                .list()
                .ofMinSize(1)
                .ofMaxSize(3)
                .map(words -> String.join(" ", words));
        Arbitrary<ConfigStatement> line = text.map(ConfigStatement::line);
        Arbitrary<ConfigStatement> block = text.flatMap(head -> line.list()
                .ofMaxSize(4)
                .map(below -> ConfigStatement.block(head, below.toArray(ConfigStatement[]::new))));
        return Arbitraries.oneOf(line, block).list().ofMaxSize(6).list().ofMaxSize(5);
    }

    /** Counted anew, statement by statement: how many configurations have each beginning of a line. */
    @Property
    void countsWhatAPlainCountFinds(@ForAll("fleets") List<List<ConfigStatement>> fleet) {
        Wordings wordings = new Wordings(LANGUAGE);
        Map<List<String>, Integer> counts = new HashMap<>();
        for (List<ConfigStatement> each : fleet) {
            wordings.add(each);
            Set<List<String>> begun = new HashSet<>();
            for (ConfigStatement statement : each) begin(List.of(), statement, begun);
            begun.forEach(line -> counts.merge(line, 1, Integer::sum));
        }
        counts.forEach((line, count) -> {
            int block = line.lastIndexOf("/");
            List<String> above = block < 0 ? List.of() : List.of(String.join(" ", line.subList(0, block)));
            List<String> words = line.subList(block + 1, line.size() - 1);
            Map<String, Integer> after = wordings.after(above, words).stream()
                    .collect(toMap(word -> word.text().split(" ")[0], Wordings.Word::has));
            assertThat(after).containsEntry(line.get(line.size() - 1), count);
        });
    }

    private static void begin(List<String> above, ConfigStatement statement, Set<List<String>> begun) {
        List<String> words = List.of(statement.text().split(" "));
        for (int end = 1; end <= words.size(); end++) {
            List<String> line = new ArrayList<>(above);
            line.addAll(words.subList(0, end));
            begun.add(List.copyOf(line));
        }
        List<String> below = new ArrayList<>(words);
        below.add("/");
        statement.children().forEach(child -> begin(below, child, begun));
    }
}
