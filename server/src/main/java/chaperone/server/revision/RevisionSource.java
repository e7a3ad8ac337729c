package chaperone.server.revision;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;

/**
 * Where a revision was kept before it was brought in.
 *
 * @param file that was sent; {@code path} within it
 * @param author as a repository names them, or empty
 */
record RevisionSource(String file, String path, String author, String broughtBy, Instant broughtAt) {
    static RevisionSource of(ResultSet row) throws SQLException {
        return new RevisionSource(
                row.getString("name"),
                row.getString("path"),
                row.getString("author"),
                row.getString("brought_by"),
                row.getTimestamp("brought_at").toInstant());
    }
}
