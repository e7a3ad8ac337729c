package chaperone.server.account;

import chaperone.server.Settings;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Makes the account "admin" when there is none yet and the start command gave a password for it. */
@Component
@Order(1)
class FirstAccount implements ApplicationRunner {
    private final AccountService accounts;
    private final Settings settings;

    FirstAccount(AccountService accounts, Settings settings) {
        this.accounts = accounts;
        this.settings = settings;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        boolean isWanted = !settings.firstPassword().isBlank() && accounts.isEmpty();
        if (isWanted) accounts.add("admin", "Administrator", Role.ADMINISTRATOR, settings.firstPassword());
    }
}
