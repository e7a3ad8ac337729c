package chaperone.server.reading;

import chaperone.core.query.QueryWriter;
import chaperone.server.query.GroupUser;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

@Component
class ReadingQueries implements GroupUser {
    private final JdbcClient database;

    ReadingQueries(JdbcClient database) {
        this.database = database;
    }

    @Override
    public List<Use> uses() {
        return database.sql("select g.name from reading_plan p join device_group g on g.id = p.group_id")
                .query((row, number) -> new Use(
                        "how often its devices are looked at", "group is " + QueryWriter.text(row.getString("name"))))
                .list();
    }
}
