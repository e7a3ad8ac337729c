package chaperone.server.change;

import chaperone.server.account.AccountService;
import chaperone.server.account.Role;
import chaperone.server.problem.ProblemException;
import java.util.Collection;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who needs whose approval, as an administrator has set it. */
@Component
public class ApprovalRules {
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

    /**
     * @param what is to be approved, as people call it
     * @param isApprover whether they may approve whatever the rule says
     * @throws ProblemException if it is not theirs to approve
     */
    @Transactional(readOnly = true)
    public void mustBeFree(String what, Collection<String> authors, String by, boolean isApprover) {
        if (!isApprover && needOf(authors) == ApprovalNeed.APPROVER) {
            throw new ProblemException(
                    HttpStatus.FORBIDDEN,
                    "needs-approver",
                    what + " needs the approval of an approver.",
                    "Ask an account with that role; an administrator sets who needs whose approval.");
        }
        if (authors.contains(by)) {
            throw new ProblemException(
                    HttpStatus.FORBIDDEN,
                    "own-change",
                    "Nobody approves what they wrote themselves.",
                    "Ask somebody else.");
        }
    }

    /** Whether this session or token may approve whatever the rule says; it can be less than the account may. */
    public static boolean isApprover(Authentication who) {
        return who.getAuthorities().stream()
                .anyMatch(each -> Set.of("ROLE_APPROVER", "ROLE_ADMINISTRATOR").contains(each.getAuthority()));
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
