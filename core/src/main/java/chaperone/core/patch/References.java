package chaperone.core.patch;

import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What a statement refers to in its configuration, and what refers to the definition that it belongs to. Found in one walk
 * over the configuration.
 *
 * @param uses the definitions that the statement uses
 * @param definition the statement at the top that it belongs to, which may be itself
 * @param usedBy the statements that use this definition; its own do not count
 */
public record References(List<StatementPlace> uses, Optional<StatementPlace> definition, List<StatementPlace> usedBy) {
    public static final References NONE = new References(List.of(), Optional.empty(), List.of());

    /**
     * @param path the statements above
     * @param line where it stands, from 0
     */
    public record StatementPlace(List<String> path, String text, int line) {
        public StatementPlace {
            path = List.copyOf(path);
        }
    }

    public References {
        uses = List.copyOf(uses);
        usedBy = List.copyOf(usedBy);
    }

    /** @param line from 0; nothing is found where no statement begins */
    static References of(Statement root, int line, EditLanguage language) {
        Map<String, StatementPlace> definitions = new HashMap<>();
        for (Statement top : root.children()) definitions.putIfAbsent(language.nameOf("", top.text()), place(top));
        Walk walk = new Walk(language, line);
        for (Statement top : root.children()) walk.visit(List.of(), top, top);
        if (walk.definition == null) return NONE;
        Set<String> names = new HashSet<>(walk.used);
        List<StatementPlace> uses = names.stream()
                .filter(definitions::containsKey)
                .map(definitions::get)
                .sorted((a, b) -> Integer.compare(a.line(), b.line()))
                .toList();
        String name = language.nameOf("", walk.definition.text());
        int own = walk.definition.line();
        List<StatementPlace> usedBy = walk.users.stream()
                .filter(user -> user.names().contains(name) && user.top() != own)
                .map(User::place)
                .toList();
        return new References(uses, Optional.of(place(walk.definition)), usedBy);
    }

    private static StatementPlace place(Statement statement) {
        return new StatementPlace(List.of(), statement.text(), statement.line());
    }

    /** A statement that uses something. */
    private record User(StatementPlace place, int top, Set<String> names) {}

    private static final class Walk {
        private final EditLanguage language;
        private final int line;
        private final List<User> users = new ArrayList<>();
        private List<String> used = List.of();
        private @Nullable Statement definition;

        Walk(EditLanguage language, int line) {
            this.language = language;
            this.line = line;
        }

        void visit(List<String> above, Statement top, Statement here) {
            List<String> names = language.usedBy(here.text());
            if (here.line() == line) {
                definition = top;
                used = names;
            }
            if (!names.isEmpty())
                users.add(new User(new StatementPlace(above, here.text(), here.line()), top.line(), Set.copyOf(names)));
            if (here.children().isEmpty()) return;
            List<String> path = new ArrayList<>(above);
            path.add(here.text());
            for (Statement child : here.children()) visit(path, top, child);
        }
    }
}
