package chaperone.core.standard;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigStatement;
import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Rule.Golden;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A piece of a configuration as a golden text, to begin a clause with. */
public final class GoldenExcerpt {
    private final ConfigModel model;
    private final Statement root;
    private final Judge judge;

    /**
     * The statement that a line is part of.
     *
     * @param above the statements that it stands in, the outermost first
     */
    public record Excerpt(List<String> above, String statement, String golden) {
        public Excerpt {
            above = List.copyOf(above);
        }
    }

    public GoldenExcerpt(ConfigModel model, String text) {
        this.model = model;
        this.root = model.read(text);
        this.judge = new Judge(text, model, Map.of(), Standing.UNKNOWN);
    }

    /**
     * With all that stands below it. Where a block is told apart by what is in it, such as an object in a list, more of the
     * block is taken, until the configuration itself keeps to the text.
     *
     * @param line from 0
     * @return nothing if no statement stands there, as with a comment
     */
    public Optional<Excerpt> at(int line) {
        return chainTo(root, line, new ArrayList<>()).map(chain -> {
            Statement last = chain.get(chain.size() - 1);
            List<String> above = chain.subList(0, chain.size() - 1).stream()
                    .map(Statement::text)
                    .toList();
            for (int whole = chain.size() - 1; whole >= 0; whole--) {
                String golden = model.grammar().write(List.of(cut(chain, whole)));
                if (whole == 0 || holds(golden, line)) return new Excerpt(above, last.text(), golden);
            }
            throw new IllegalStateException("A chain has a first statement");
        });
    }

    /** The statements from the top down to the one of a line. */
    private static Optional<List<Statement>> chainTo(Statement above, int line, List<Statement> chain) {
        for (Statement each : above.children()) {
            if (each.line() > line) break;
            chain.add(each);
            if (each.line() == line && each.form().isPresent()) return Optional.of(List.copyOf(chain));
            Optional<List<Statement>> below = chainTo(each, line, chain);
            if (below.isPresent()) return below;
            chain.remove(chain.size() - 1);
        }
        return Optional.empty();
    }

    /** The chain, with all that stands in it from one of its statements on. */
    private static ConfigStatement cut(List<Statement> chain, int whole) {
        ConfigStatement inner = chain.get(whole).value();
        for (int i = whole - 1; i >= 0; i--) inner = chain.get(i).value().withChildren(List.of(inner));
        return inner;
    }

    private boolean holds(String golden, int line) {
        Clause clause = new Clause("excerpt", "", Binding.ADVISE, new Golden(golden));
        return judge.verdict(clause).kind() == Verdict.Kind.PASS
                && judge.section(clause).marks().stream().anyMatch(mark -> mark.line() == line);
    }
}
