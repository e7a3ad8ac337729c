package chaperone.server.removal;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which tables' rows go with the rows of another one, as the database itself has it ({@code on delete cascade}). */
@Component
class CascadeTables {
    private static final String FOREIGN_KEYS = """
            select c.confrelid::regclass::text as owner, o.attname as owner_column,
              c.conrelid::regclass::text as owned, d.attname as owned_column
            from pg_constraint c
            join pg_attribute o on o.attrelid = c.confrelid and o.attnum = c.confkey[1]
            join pg_attribute d on d.attrelid = c.conrelid and d.attnum = c.conkey[1]
            where c.contype = 'f' and c.confdeltype = 'c' and cardinality(c.conkey) = 1
            order by c.oid""";

    private final JdbcClient database;

    /** Rows of {@code table} go with that row whose {@code ownerColumn} they name in {@code column}. */
    record Owned(String table, String column, String ownerColumn) {}

    CascadeTables(JdbcClient database) {
        this.database = database;
    }

    Map<String, List<Owned>> byOwner() {
        record Key(String owner, Owned owned) {}
        return database
                .sql(FOREIGN_KEYS)
                .query((row, number) -> new Key(
                        row.getString("owner"),
                        new Owned(
                                row.getString("owned"), row.getString("owned_column"), row.getString("owner_column"))))
                .list()
                .stream()
                .collect(Collectors.groupingBy(Key::owner, Collectors.mapping(Key::owned, Collectors.toList())));
    }
}
