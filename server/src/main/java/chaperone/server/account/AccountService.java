package chaperone.server.account;

import java.time.Clock;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps accounts and finds them at log-in. */
@Service
public class AccountService implements UserDetailsService {
    private final AccountRepository accounts;
    private final PasswordEncoder encoder;
    private final Clock clock;

    AccountService(AccountRepository accounts, PasswordEncoder encoder, Clock clock) {
        this.accounts = accounts;
        this.encoder = encoder;
        this.clock = clock;
    }

    @Override
    @Transactional(readOnly = true)
    public UserDetails loadUserByUsername(String name) {
        Account account =
                accounts.findByNameIgnoreCase(name).orElseThrow(() -> new UsernameNotFoundException("no such account"));
        return User.withUsername(account.name())
                .password(account.passwordHash())
                .roles(account.role().name())
                .build();
    }

    @Transactional
    public void add(String name, String fullName, Role role, String password) {
        accounts.save(new Account(name, fullName, role, encoder.encode(password), clock.instant()));
    }

    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return accounts.count() == 0;
    }

    @Transactional(readOnly = true)
    Account get(String name) {
        return accounts.findByNameIgnoreCase(name).orElseThrow();
    }
}
