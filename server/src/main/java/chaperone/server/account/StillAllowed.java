package chaperone.server.account;

import java.security.Principal;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Component;

/** For what stays open longer than a request: whether the account is still the one that opened it. */
@Component
public class StillAllowed {
    private final AccountService accounts;

    StillAllowed(AccountService accounts) {
        this.accounts = accounts;
    }

    /** False once the account was locked or removed, or got another role or another password. */
    public boolean is(Principal who) {
        return accounts.find(who.getName())
                .filter(account -> isStill(who, account))
                .isPresent();
    }

    private static boolean isStill(Principal who, Account account) {
        return who instanceof Authentication session && session.getPrincipal() instanceof LoggedIn person
                ? person.isStill(account)
                : !account.isLocked();
    }
}
