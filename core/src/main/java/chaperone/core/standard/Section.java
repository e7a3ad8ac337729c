package chaperone.core.standard;

import chaperone.core.standard.Rule.ForEach;
import chaperone.core.standard.Rule.Forbidden;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What of a configuration a clause speaks of, line by line: what holds, what departs, and what is missing. */
public record Section(List<Mark> marks) {
    public enum Kind {
        HOLDS,
        DEPARTS,
        MISSING
    }

    /**
     * @param line where it stands, or after which it is missing, from 0; {@link Statement#TOP} if it would stand first
     * @param text of the statement; of one that is missing, as the clause wants it
     */
    public record Mark(Kind kind, int line, String text) {}

    public Section {
        marks = List.copyOf(marks);
    }

    /** @param wanted a golden text, read as a configuration */
    static Section ofGolden(Statement here, Statement wanted) {
        List<Mark> marks = new ArrayList<>();
        golden(here, wanted, marks);
        return new Section(marks);
    }

    private static void golden(Statement here, Statement wanted, List<Mark> marks) {
        int last = here.line();
        for (Statement each : wanted.children()) {
            Optional<Statement> same = Siblings.same(here, each);
            Optional<Statement> found = same.or(() -> Siblings.named(here, each));
            if (same.isPresent())
                marks.add(new Mark(Kind.HOLDS, same.get().line(), same.get().text()));
            else {
                found.ifPresent(other -> marks.add(new Mark(Kind.DEPARTS, other.line(), other.text())));
                missing(each, found.map(Statement::line).orElse(last), marks);
            }
            found.ifPresent(block -> golden(block, each, marks));
            last = found.map(Statement::line).orElse(last);
        }
    }

    private static void missing(Statement wanted, int after, List<Mark> marks) {
        marks.add(new Mark(Kind.MISSING, after, wanted.text()));
    }

    static Section ofForbidden(Statement root, Forbidden rule) {
        List<Mark> marks = new ArrayList<>();
        Judge.walk(new ArrayList<>(), root, rule.in(), (path, each) -> {
            if (rule.statement().isIn(each.text())) marks.add(new Mark(Kind.DEPARTS, each.line(), each.text()));
        });
        return new Section(marks);
    }

    static Section ofEach(Statement root, ForEach rule) {
        List<Mark> marks = new ArrayList<>();
        Judge.walk(new ArrayList<>(), root, Optional.empty(), (path, each) -> {
            if (Judge.isMeant(each, rule)) block(each, rule, marks);
        });
        return new Section(marks);
    }

    private static void block(Statement block, ForEach rule, List<Mark> marks) {
        Kind kind = Judge.departs(block, rule) ? Kind.DEPARTS : Kind.HOLDS;
        Optional<Statement> number = block.children().stream()
                .filter(child -> rule.value().isIn(child.text()))
                .findFirst();
        marks.add(new Mark(kind, block.line(), block.text()));
        if (number.isPresent())
            marks.add(new Mark(kind, number.get().line(), number.get().text()));
        else marks.add(new Mark(Kind.MISSING, block.line(), rule.repair()));
    }
}
