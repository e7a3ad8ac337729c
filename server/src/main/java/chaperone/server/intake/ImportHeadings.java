package chaperone.server.intake;

import java.util.HashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Remembers what people said that headers of foreign lists mean. */
@Component
class ImportHeadings {
    private static final int LONGEST = 100;

    private final JdbcClient database;

    ImportHeadings(JdbcClient database) {
        this.database = database;
    }

    /** By the header in small letters. */
    Map<String, String> all() {
        Map<String, String> all = new HashMap<>();
        database.sql("select heading, meaning from import_heading").query(row -> {
            all.put(row.getString("heading"), row.getString("meaning"));
        });
        return all;
    }

    @Transactional
    void remember(Map<String, String> meanings) {
        meanings.forEach((heading, meaning) -> {
            if (heading.isEmpty() || heading.length() > LONGEST) return;
            database.sql("insert into import_heading values (?, ?) on conflict (heading) do update set meaning = ?")
                    .params(heading, meaning, meaning)
                    .update();
        });
    }
}
