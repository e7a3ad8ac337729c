package chaperone.server.content;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.archive.ContentPack;
import chaperone.server.support.TestPostgres;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.zip.DeflaterOutputStream;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;

/** Contents that were stored one by one are packs of one, to the byte, after the database was brought up to date. */
class PacksMigrationTest {
    private static final String LAST_WITHOUT_PACKS = "14";

    @Test
    void whatWasStoredBeforeIsReadBack() throws SQLException, IOException {
        String database = TestPostgres.emptyDatabase();
        Flyway.configure()
                .dataSource(database, "postgres", "")
                .target(LAST_WITHOUT_PACKS)
                .load()
                .migrate();
        List<byte[]> texts = List.of(bytes(""), bytes("vlan 1\n"), bytes("port 1\n  closed\n".repeat(5000)));
        try (Connection connection = DriverManager.getConnection(database, "postgres", "")) {
            for (byte[] text : texts) store(connection, text);
            Flyway.configure().dataSource(database, "postgres", "").load().migrate();
            for (byte[] text : texts) assertThat(read(connection, text)).isEqualTo(text);
        }
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /** As the former release did. */
    private static void store(Connection connection, byte[] text) throws SQLException, IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (DeflaterOutputStream out = new DeflaterOutputStream(packed)) {
            out.write(text);
        }
        String sql = "insert into content (digest, size, packed) values (?, ?, ?)";
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            statement.setBytes(1, Contents.sha256(text));
            statement.setInt(2, text.length);
            statement.setBytes(3, packed.toByteArray());
            statement.executeUpdate();
        }
    }

    private static byte[] read(Connection connection, byte[] text) throws SQLException {
        String sql = "select p.packed, p.newest_size, c.position from content c"
                + " join content_pack p on p.id = c.pack_id where c.digest = ?";
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            statement.setBytes(1, Contents.sha256(text));
            try (ResultSet row = statement.executeQuery()) {
                assertThat(row.next()).isTrue();
                return ContentPack.read(row.getBytes(1), row.getInt(2)).content(row.getInt(3));
            }
        }
    }
}
