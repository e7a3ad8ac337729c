package chaperone.server.removal;

import chaperone.server.removal.CascadeTables.Owned;
import chaperone.server.removal.RemovalKind.Rows;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Reads rows with all that goes with them, and puts them in again as they were. */
@Component
class RemovalRows {
    /** More belongs to nothing that people remove by hand. */
    static final int MOST_ROWS = 50_000;

    private final JdbcClient database;
    private final CascadeTables cascades;

    /** Rows of a table in JSON, as the database itself writes and reads them. */
    record Kept(String table, String rows) {}

    RemovalRows(JdbcClient database, CascadeTables cascades) {
        this.database = database;
        this.cascades = cascades;
    }

    /** Owners before what they own. */
    List<Kept> read(List<Rows> wanted, Map<String, ?> keys) {
        Map<String, List<Owned>> owned = cascades.byOwner();
        List<Kept> kept = new ArrayList<>();
        for (Rows rows : wanted) follow(rows.table(), rows.condition(), keys, owned, kept);
        return kept;
    }

    private void follow(
            String table, String condition, Map<String, ?> keys, Map<String, List<Owned>> owned, List<Kept> kept) {
        String rows = database.sql("select coalesce(jsonb_agg(to_jsonb(r)), '[]')::text from (select * from " + table
                        + " where " + condition + " limit " + MOST_ROWS + ") r")
                .params(keys)
                .query(String.class)
                .single();
        if (rows.equals("[]")) return;
        kept.add(new Kept(table, rows));
        for (Owned each : owned.getOrDefault(table, List.of())) {
            String below = each.column() + " in (select " + each.ownerColumn() + " from " + table + " where "
                    + condition + ")";
            follow(each.table(), below, keys, owned, kept);
        }
    }

    void delete(List<Rows> wanted, Map<String, ?> keys) {
        for (Rows rows : wanted) {
            database.sql("delete from " + rows.table() + " where " + rows.condition())
                    .params(keys)
                    .update();
        }
    }

    void insert(List<Kept> kept) {
        for (Kept each : kept) {
            database.sql("insert into " + each.table()
                            + " overriding system value select * from jsonb_populate_recordset(null::" + each.table()
                            + ", cast(:rows as jsonb))")
                    .param("rows", each.rows())
                    .update();
        }
    }
}
