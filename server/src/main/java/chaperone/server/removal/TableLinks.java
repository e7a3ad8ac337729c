package chaperone.server.removal;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;

/** How tables point to each other, as the database itself has it. */
record TableLinks(List<Link> all) {
    private static final String FOREIGN_KEYS = """
            select c.conrelid::regclass::text as from_table, d.attname as from_column,
              c.confrelid::regclass::text as to_table, o.attname as to_column, c.confdeltype = 'c' as goes_with
            from pg_constraint c
            join pg_attribute o on o.attrelid = c.confrelid and o.attnum = c.confkey[1]
            join pg_attribute d on d.attrelid = c.conrelid and d.attnum = c.conkey[1]
            where c.contype = 'f' and cardinality(c.conkey) = 1
            order by c.oid""";

    /** @param goesWith whether a row goes when the one goes that it points to */
    record Link(String table, String column, String toTable, String toColumn, boolean goesWith) {}

    static TableLinks of(JdbcClient database) {
        return new TableLinks(database.sql(FOREIGN_KEYS)
                .query((row, number) -> new Link(
                        row.getString("from_table"),
                        row.getString("from_column"),
                        row.getString("to_table"),
                        row.getString("to_column"),
                        row.getBoolean("goes_with")))
                .list());
    }

    List<Link> goingWith(String table) {
        return all.stream()
                .filter(link -> link.goesWith() && link.toTable().equals(table))
                .toList();
    }

    /** Columns of a table that point to another one. */
    List<Link> between(String table, String toTable) {
        return all.stream()
                .filter(link -> link.table().equals(table) && link.toTable().equals(toTable))
                .toList();
    }

    /** The tables, each behind those among them to which it points (Kahn 1962); a table that points to itself may. */
    List<String> ordered(Collection<String> tables) {
        Set<String> left = new LinkedHashSet<>(tables);
        List<String> ordered = new ArrayList<>();
        while (!left.isEmpty()) {
            String next = left.stream()
                    .filter(table -> all.stream()
                            .noneMatch(link -> link.table().equals(table)
                                    && !link.toTable().equals(table)
                                    && left.contains(link.toTable())))
                    .findFirst()
                    .orElseThrow(() -> new IllegalStateException("Tables point to each other in a circle: " + left));
            left.remove(next);
            ordered.add(next);
        }
        return ordered;
    }
}
