package chaperone.server.account;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Everybody's accounts, for whoever manages them. */
@RestController
class AccountController {
    static final int SHORTEST_PASSWORD = 12;

    private final AccountService accounts;
    private final ApiTokens tokens;
    private final Clock clock;

    AccountController(AccountService accounts, ApiTokens tokens, Clock clock) {
        this.tokens = tokens;
        this.clock = clock;
        this.accounts = accounts;
    }

    record AccountView(String name, String fullName, Role role, boolean locked, Instant createdAt) {}

    record NewAccount(
            @NotNull
            @Pattern(
                    regexp = "[a-z0-9]([a-z0-9._-]{0,38}[a-z0-9])?",
                    message = "up to 40 small letters, digits, dots and hyphens")
            String name,

            @NotBlank @Size(max = 80) String fullName,
            @NotNull Role role,

            @NotNull @Size(min = SHORTEST_PASSWORD, max = 200)
            String password) {
        @Override
        public String toString() {
            return "NewAccount[" + name + "]";
        }
    }

    /**
     * @param password a new one, given by the administrator; absent means that it stays
     * @param tokensStay with a new password, whether the account's tokens go on; they end if left out
     */
    record AccountChange(
            @NotBlank @Size(max = 80) String fullName,
            @NotNull Role role,
            boolean locked,
            Optional<@Size(min = SHORTEST_PASSWORD, max = 200) String> password,
            Optional<Boolean> tokensStay) {
        @Override
        public String toString() {
            return "AccountChange[" + fullName + "]";
        }
    }

    @GetMapping("/api/accounts")
    List<AccountView> list() {
        return accounts.all().stream()
                .map(account -> new AccountView(
                        account.name(), account.fullName(), account.role(), account.isLocked(), account.createdAt()))
                .toList();
    }

    @Audited("added an account")
    @PostMapping("/api/accounts")
    @ResponseStatus(HttpStatus.CREATED)
    void add(@Valid @RequestBody NewAccount account) {
        AuditNote.add(account.name() + ", role " + account.role());
        accounts.add(account.name(), account.fullName().strip(), account.role(), account.password());
    }

    @Audited("changed an account")
    @PutMapping("/api/accounts/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void change(@PathVariable String name, @Valid @RequestBody AccountChange change) {
        accounts.change(
                name,
                change.fullName().strip(),
                change.role(),
                change.locked(),
                change.password(),
                change.tokensStay().orElse(false));
    }

    /** @param inUse whether it still opens anything */
    record TokenOf(
            long id,
            String account,
            String name,
            Role scope,
            Instant createdAt,
            Instant endsAt,
            Optional<Instant> lastUsedAt,
            boolean inUse) {}

    /** Everybody's, the newest first. */
    @GetMapping("/api/tokens")
    List<TokenOf> tokens() {
        Instant now = clock.instant();
        return tokens.all().stream()
                .map(token -> new TokenOf(
                        token.id(),
                        token.account().name(),
                        token.name(),
                        token.scope(),
                        token.createdAt(),
                        token.endsAt(),
                        token.lastUsedAt(),
                        token.isGood(now)))
                .toList();
    }

    @Audited("ended somebody's token")
    @DeleteMapping("/api/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endToken(@PathVariable long id) {
        tokens.end(id);
    }
}
