package chaperone.server.change;

import chaperone.server.account.AccountService;
import chaperone.server.account.Role;
import java.util.Collection;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who needs whose approval, as an administrator has set it. */
@Component
class ApprovalRules {
    private final JdbcClient database;
    private final AccountService accounts;

    ApprovalRules(JdbcClient database, AccountService accounts) {
        this.database = database;
        this.accounts = accounts;
    }

    @Transactional(readOnly = true)
    public Map<Role, ApprovalNeed> all() {
        Map<Role, ApprovalNeed> rules = new EnumMap<>(Role.class);
        database.sql("select writer, need from approval_rule").query(row -> {
            rules.put(Role.valueOf(row.getString("writer")), ApprovalNeed.valueOf(row.getString("need")));
        });
        return rules;
    }

    @Transactional
    public void set(Role writer, ApprovalNeed need) {
        database.sql("update approval_rule set need = ? where writer = ?")
                .params(need.name(), writer.name())
                .update();
    }

    /** The strictest that holds for any of them; somebody who is not known any more needs an approver. */
    @Transactional(readOnly = true)
    public ApprovalNeed needOf(Collection<String> authors) {
        Map<Role, ApprovalNeed> rules = all();
        return authors.stream()
                .map(accounts::roleOf)
                .map(role -> role.flatMap(known -> Optional.ofNullable(rules.get(known)))
                        .orElse(ApprovalNeed.APPROVER))
                .min(ApprovalNeed::compareTo)
                .orElse(ApprovalNeed.APPROVER);
    }
}
