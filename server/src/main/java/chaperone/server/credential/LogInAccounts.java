package chaperone.server.credential;

import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Under which accounts Chaperone logs in to devices. */
@Repository
public class LogInAccounts {
    private final JdbcClient database;

    LogInAccounts(JdbcClient database) {
        this.database = database;
    }

    /** Those of a credential set. */
    public Set<String> of(long set) {
        return database.sql("select distinct account from credential_log_in where credential_set_id = ?")
                .param(set)
                .query(String.class)
                .set();
    }
}
