package chaperone.core.query;

import chaperone.core.query.Query.All;
import chaperone.core.query.Query.Any;
import chaperone.core.query.Query.Is;
import chaperone.core.query.Query.Not;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * Puts in the place of each group the query that stands for it, however deep. A group is nothing but a query with a
 * name: a fixed one names its devices, a nested one its groups.
 */
public final class GroupExpansion {
    /** Parts of the expanded query: groups of groups can multiply. */
    private static final int MOST_PARTS = 2000;

    private static final int DEEPEST = 20;

    private final Function<String, Optional<Query>> groups;
    private int parts;

    private GroupExpansion(Function<String, Optional<Query>> groups) {
        this.groups = groups;
    }

    /** A group that cannot be expanded. */
    public static final class GroupProblem extends Exception {
        private static final long serialVersionUID = 1;

        private final String group;

        GroupProblem(String group, String message) {
            super(message);
            this.group = group;
        }

        public String group() {
            return group;
        }
    }

    /**
     * @param groups by their name, whatever its case
     * @throws GroupProblem if a group is not there, contains itself, or all of it becomes too large
     */
    public static Query expand(Query query, Function<String, Optional<Query>> groups) throws GroupProblem {
        return new GroupExpansion(groups).expand(query, List.of());
    }

    private Query expand(Query query, List<String> within) throws GroupProblem {
        if (++parts > MOST_PARTS) {
            throw new GroupProblem(
                    within.isEmpty() ? "" : within.get(0), "With all its groups the query becomes too large.");
        }
        if (query instanceof All all) return new All(each(all.parts(), within));
        if (query instanceof Any any) return new Any(each(any.parts(), within));
        if (query instanceof Not not) return new Not(expand(not.part(), within));
        if (!(query instanceof Is is) || is.field() != Field.GROUP) return query;
        List<Query> members = new ArrayList<>();
        for (String name : is.values()) members.add(members(name, within));
        return members.size() == 1 ? members.get(0) : new Any(members);
    }

    private Query members(String name, List<String> within) throws GroupProblem {
        if (within.stream().anyMatch(name::equalsIgnoreCase)) {
            throw new GroupProblem(name, "The group \"" + name + "\" contains itself.");
        }
        if (within.size() == DEEPEST) {
            throw new GroupProblem(name, "Groups of groups may be " + DEEPEST + " deep.");
        }
        Optional<Query> group = groups.apply(name);
        if (group.isEmpty()) throw new GroupProblem(name, "No group is called \"" + name + "\".");
        List<String> deeper = new ArrayList<>(within);
        deeper.add(name);
        return expand(group.get(), deeper);
    }

    private List<Query> each(List<Query> queries, List<String> within) throws GroupProblem {
        List<Query> expanded = new ArrayList<>();
        for (Query query : queries) expanded.add(expand(query, within));
        return expanded;
    }

    /** Whether a query names this group itself. */
    public static boolean names(Query query, String group) {
        if (query instanceof All all) return all.parts().stream().anyMatch(part -> names(part, group));
        if (query instanceof Any any) return any.parts().stream().anyMatch(part -> names(part, group));
        if (query instanceof Not not) return names(not.part(), group);
        return query instanceof Is is
                && is.field() == Field.GROUP
                && is.values().stream().anyMatch(group::equalsIgnoreCase);
    }
}
