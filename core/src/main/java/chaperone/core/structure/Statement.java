package chaperone.core.structure;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A statement with what it means: the form in which two configurations are compared by structure.
 *
 * @param step what leads to it from the statement above
 * @param order the rule by which its place among its siblings counts, or {@link #ANY_ORDER}
 * @param location where it was read; what it means does not depend on that
 * @param unsaid statements below it that only say what holds without them; they are not among the children
 * @param form how it is put on paper; absent for comments, which say nothing to the device
 */
public record Statement(
        Wording wording,
        Identity identity,
        ConfigPath.Step step,
        int order,
        Location location,
        List<Statement> children,
        List<Statement> unsaid,
        Optional<Form> form) {
    static final int ANY_ORDER = -1;
    public static final int TOP = -1;

    /**
     * A statement's letters, with less and less of what has no meaning.
     *
     * @param text as it is written
     * @param spelled without what its grammar lets one write in several ways
     * @param settled without noise, too
     * @param key without a number that only says where it stands, too: what of it counts
     */
    public record Wording(String text, String spelled, String settled, String key) {
        static final Wording NONE = new Wording("", "", "", "");
    }

    /**
     * What a statement speaks of.
     *
     * @param name empty if that cannot be told
     * @param isCertain whether a statement of another name is another thing even where it is the only one of its kind
     * @param label how the statement is called in a path
     */
    public record Identity(String name, boolean isCertain, String label) {
        static final Identity NONE = new Identity("", false, "");
    }

    /** Where a statement starts: line and column in characters, both from 0; the root stands at line {@link #TOP}. */
    public record Location(int line, int column) {
        static final Location ROOT = new Location(TOP, 0);
    }

    public Statement {
        children = List.copyOf(children);
        unsaid = List.copyOf(unsaid);
    }

    public String text() {
        return wording.text();
    }

    public String key() {
        return wording.key();
    }

    public int line() {
        return location.line();
    }

    public int column() {
        return location.column();
    }

    String name() {
        return identity.name();
    }

    /** What it is called among its siblings: by its name if it surely is one, else by what it says. */
    String ownName() {
        return identity.isCertain() && !name().isEmpty() ? name() : key();
    }

    Statement withStep(ConfigPath.Step other) {
        return new Statement(wording, identity, other, order, location, children, unsaid, form);
    }

    public Statement withChildren(List<Statement> others) {
        return new Statement(wording, identity, step, order, location, ConfigPath.numbered(others), unsaid, form);
    }

    /** Whether it speaks of the same thing as another one, as far as names tell. */
    public boolean isNamedLike(Statement other) {
        return !name().isEmpty() && name().equals(other.name());
    }

    /** Without what says nothing to the device. */
    public Statement withoutComments() {
        List<Statement> kept = new ArrayList<>(children.size());
        boolean isSame = true;
        for (Statement child : children) {
            Statement bare = child.form.isPresent() ? child.withoutComments() : null;
            isSame &= bare == child;
            if (bare != null) kept.add(bare);
        }
        return isSame ? this : withChildren(kept);
    }

    /** What stands below it, as values: without comments, and without what only says what holds anyway. */
    public List<ConfigStatement> statements() {
        List<ConfigStatement> values = new ArrayList<>(children.size());
        for (Statement child : children) if (child.form.isPresent()) values.add(child.value());
        return List.copyOf(values);
    }

    /** What it says, apart from what it means; of a comment there is no such value. */
    public ConfigStatement value() {
        Form put = form.orElseThrow(() -> new IllegalStateException("A comment says nothing"));
        List<ConfigStatement> below = statements();
        // Something was put below a line that could hold something, and had not.
        Form form = put == Form.LINE && !below.isEmpty() ? Form.BLOCK : put;
        return new ConfigStatement(form, text(), below);
    }

    public boolean isOrdered() {
        return order != ANY_ORDER;
    }

    /** Everything that counts of it and of what stands below, order where it counts; equal for equal meaning. */
    int meaning() {
        int hash = 31 * key().hashCode() + order;
        int loose = 0;
        for (Statement child : children) {
            if (child.isOrdered()) hash = 31 * hash + child.meaning();
            else loose += 0x9E3779B9 * child.meaning();
        }
        return 31 * hash + loose;
    }
}
