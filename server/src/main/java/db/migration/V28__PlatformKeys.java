package db.migration;

import chaperone.core.platform.RenamedKeys;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;

/** Saved texts of platforms get today's names for their entries: with the former ones they would not be read any more. */
public class V28__PlatformKeys extends BaseJavaMigration {
    private static final int LONGEST = 262_144;

    @Override
    public void migrate(Context context) throws SQLException {
        Connection connection = context.getConnection();
        try (Statement select = connection.createStatement();
                ResultSet texts = select.executeQuery("select name, number, yaml from platform_text where yaml <> ''");
                PreparedStatement update = connection.prepareStatement(
                        "update platform_text set yaml = ? where name = ? and number = ?")) {
            while (texts.next()) {
                String renamed = RenamedKeys.renamedIn(texts.getString("yaml"));
                // One that was as long as a text may be is left for its writer, who is told the new names.
                if (renamed.length() > LONGEST) continue;
                update.setString(1, renamed);
                update.setString(2, texts.getString("name"));
                update.setInt(3, texts.getInt("number"));
                update.addBatch();
            }
            update.executeBatch();
        }
    }
}
