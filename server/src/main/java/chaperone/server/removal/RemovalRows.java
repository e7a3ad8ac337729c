package chaperone.server.removal;

import chaperone.server.problem.ProblemException;
import chaperone.server.removal.RemovalKind.Rows;
import chaperone.server.removal.TableLinks.Link;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Keeps rows with all that goes with them, and puts them in again as they were. The rows never leave the database: it
 * writes them as JSON and reads them from there.
 */
@Component
class RemovalRows {
    /** More would be held in memory for a single statement. */
    static final int MOST_ROWS = 200_000;

    private final JdbcClient database;

    RemovalRows(JdbcClient database) {
        this.database = database;
    }

    /** @throws ProblemException if they are too many */
    void keep(long removal, List<Rows> wanted, Map<String, ?> keys) {
        TableLinks links = TableLinks.of(database);
        Map<String, List<String>> conditions = new LinkedHashMap<>();
        for (Rows rows : wanted) follow(rows.table(), rows.condition(), links, conditions);
        int position = 0;
        long count = 0;
        for (String table : links.ordered(conditions.keySet())) {
            String condition = String.join(" or ", conditions.get(table));
            count += keep(removal, position++, table, condition, keys);
            if (count > MOST_ROWS) throw tooMany();
            for (Link link : links.between(table, "content")) keepContents(removal, link, condition, keys);
        }
    }

    private static void follow(String table, String condition, TableLinks links, Map<String, List<String>> conditions) {
        conditions.computeIfAbsent(table, name -> new ArrayList<>()).add("(" + condition + ")");
        for (Link link : links.goingWith(table)) {
            String owners = "select " + link.toColumn() + " from " + table + " where " + condition;
            follow(link.table(), link.column() + " in (" + owners + ")", links, conditions);
        }
    }

    /** @return how many there are */
    private long keep(long removal, int position, String table, String condition, Map<String, ?> keys) {
        database.sql("insert into removal_rows (removal_id, position, table_name, rows)"
                        + " select :removal, :position, :table, jsonb_agg(to_jsonb(r)) from (select * from " + table
                        + " where " + condition + " limit " + (MOST_ROWS + 1) + ") r having count(*) > 0")
                .params(keys)
                .param("removal", removal)
                .param("position", position)
                .param("table", table)
                .update();
        return database.sql("select jsonb_array_length(rows) from removal_rows where removal_id = ? and position = ?")
                .params(removal, position)
                .query(Long.class)
                .optional()
                .orElse(0L);
    }

    private void keepContents(long removal, Link link, String condition, Map<String, ?> keys) {
        database.sql("insert into removal_content (removal_id, digest) select :removal, " + link.column() + " from "
                        + link.table() + " where " + condition + " on conflict do nothing")
                .params(keys)
                .param("removal", removal)
                .update();
    }

    void delete(List<Rows> wanted, Map<String, ?> keys) {
        for (Rows rows : wanted) {
            database.sql("delete from " + rows.table() + " where " + rows.condition())
                    .params(keys)
                    .update();
        }
    }

    void putBack(long removal) {
        List<String> tables = database.sql("select table_name from removal_rows where removal_id = ? order by position")
                .param(removal)
                .query(String.class)
                .list();
        for (String table : tables) {
            database.sql("insert into " + table + " overriding system value select p.* from removal_rows r,"
                            + " jsonb_populate_recordset(null::" + table + ", r.rows) p"
                            + " where r.removal_id = ? and r.table_name = ?")
                    .params(removal, table)
                    .update();
        }
    }

    private static ProblemException tooMany() {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "too-much-at-once",
                "With all that belongs to it this is more than can be put back.",
                "Nothing was removed. Remove fewer at once.");
    }
}
