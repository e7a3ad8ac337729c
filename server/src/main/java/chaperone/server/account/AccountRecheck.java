package chaperone.server.account;

import java.security.Principal;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Component;

/** For what stays open longer than a request: whether the account is still the one that opened it. */
@Component
public class AccountRecheck {
    private final AccountService accounts;

    AccountRecheck(AccountService accounts) {
        this.accounts = accounts;
    }

    /**
     * False once the account was locked or removed, or got another role or another password. All accounts are read now,
     * in one statement: the answer serves for everything that is open at this moment.
     */
    public Predicate<Principal> now() {
        Map<String, Account> byName = accounts.all().stream().collect(Collectors.toMap(Account::name, each -> each));
        return who -> Optional.ofNullable(byName.get(who.getName()))
                .filter(account -> isStill(who, account))
                .isPresent();
    }

    private static boolean isStill(Principal who, Account account) {
        return who instanceof Authentication session && session.getPrincipal() instanceof LoggedIn person
                ? person.isStill(account)
                : !account.isLocked();
    }
}
