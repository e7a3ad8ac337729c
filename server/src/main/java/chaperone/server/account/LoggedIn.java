package chaperone.server.account;

import java.util.List;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.userdetails.User;

/** Who logged in, as the session keeps it: with the account's version, to notice that it has changed since. */
final class LoggedIn extends User {
    private static final long serialVersionUID = 1L;

    private final long version;

    LoggedIn(Account account) {
        super(
                account.name(),
                account.passwordHash(),
                true,
                true,
                true,
                !account.isLocked(),
                List.of(new SimpleGrantedAuthority("ROLE_" + account.role())));
        this.version = account.version();
    }

    boolean isStill(Account account) {
        return account.version() == version && !account.isLocked();
    }
}
