package chaperone.server.noise;

import chaperone.core.query.QueryWriter;
import chaperone.server.query.GroupUser;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

@Component
class NoiseQueries implements GroupUser {
    private static final String IN_FORCE = """
            select n.name, g.name as group_name from noise_pattern n join device_group g on g.id = n.group_id
            where n.taken_back_at is null""";

    private final JdbcClient database;

    NoiseQueries(JdbcClient database) {
        this.database = database;
    }

    @Override
    public List<Use> uses() {
        return database.sql(IN_FORCE)
                .query((row, number) -> new Use(
                        "the noise pattern \"" + row.getString("name") + "\"",
                        "group is " + QueryWriter.text(row.getString("group_name"))))
                .list();
    }
}
