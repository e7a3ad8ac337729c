package chaperone.server.account;

import chaperone.server.audit.AuditNote;
import chaperone.server.problem.ProblemException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps accounts and finds them at log-in. An account is locked, never removed: the record names it. */
@Service
public class AccountService implements UserDetailsService {
    private final AccountRepository accounts;
    private final ApiTokenRepository tokens;
    private final PasswordEncoder encoder;
    private final Clock clock;

    AccountService(AccountRepository accounts, ApiTokenRepository tokens, PasswordEncoder encoder, Clock clock) {
        this.tokens = tokens;
        this.accounts = accounts;
        this.encoder = encoder;
        this.clock = clock;
    }

    @Override
    @Transactional(readOnly = true)
    public UserDetails loadUserByUsername(String name) {
        return new LoggedIn(find(name).orElseThrow(() -> new UsernameNotFoundException("no such account")));
    }

    /** @throws ProblemException if the name is taken */
    @Transactional
    public void add(String name, String fullName, Role role, String password) {
        if (find(name).isPresent()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "name-taken",
                    "There is an account \"" + name + "\" already.",
                    "Choose another name; capital letters make no difference.");
        }
        accounts.save(new Account(name, fullName, role, encoder.encode(password), clock.instant()));
    }

    /**
     * @param password a new one in place of a forgotten one
     * @param tokensStay whether the tokens that were made with the old one go on
     * @throws ProblemException if nobody would be left to manage accounts
     */
    @Transactional
    void change(
            String name, String fullName, Role role, boolean locked, Optional<String> password, boolean tokensStay) {
        Account account = get(name);
        boolean isLast = account.role() == Role.ADMINISTRATOR
                && !account.isLocked()
                && accounts.otherAdministrators(account.id()) == 0;
        if (isLast && (locked || role != Role.ADMINISTRATOR)) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "last-administrator",
                    "\"" + account.name() + "\" is the last administrator.",
                    "Make somebody else an administrator first.");
        }
        AuditNote.add("role " + role + (locked ? ", locked" : "") + (password.isPresent() ? ", new password" : ""));
        account.become(fullName, role, locked);
        password.ifPresent(secret -> setPassword(account, secret, tokensStay));
    }

    private void setPassword(Account account, String password, boolean tokensStay) {
        account.setPassword(encoder.encode(password));
        accounts.flush();
        // Whoever knew the old one may have made them.
        if (tokensStay) AuditNote.add("tokens go on");
        else AuditNote.add(tokens.endAll(account.id(), clock.instant()) + " tokens ended");
    }

    /** One's own, so that the present one has to be known. Other sessions of the account end. */
    @Transactional
    void changePassword(String name, String present, String next, boolean tokensStay) {
        Account account = get(name);
        if (!encoder.matches(present, account.passwordHash())) {
            throw new ProblemException(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "wrong-password",
                    "The present password is another one.",
                    "Nothing was changed. Enter the password that you logged in with.");
        }
        setPassword(account, next, tokensStay);
    }

    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return accounts.count() == 0;
    }

    /** Nothing if there is no such account. */
    @Transactional(readOnly = true)
    public Optional<Role> roleOf(String name) {
        return find(name).map(Account::role);
    }

    /** Whether an account is still there, open, and has a role. */
    @Transactional(readOnly = true)
    public boolean mayStill(String name, Role role) {
        return find(name)
                .filter(account -> !account.isLocked() && account.role().includes(role))
                .isPresent();
    }

    @Transactional(readOnly = true)
    List<Account> all() {
        return accounts.findAllByOrderByName();
    }

    @Transactional(readOnly = true)
    Optional<Account> find(String name) {
        return accounts.findByNameIgnoreCase(name);
    }

    @Transactional(readOnly = true)
    Account get(String name) {
        return find(name).orElseThrow(() -> ProblemException.notFound("account", name));
    }
}
