package chaperone.server.account;

import chaperone.server.account.LogInBrake.Attempt;
import chaperone.server.audit.Audited;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
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
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One's own password and tokens. For people only: a token must not make other tokens. */
@RestController
@RequestMapping("/api/account")
class OwnAccountController {
    private final AccountService accounts;
    private final ApiTokens tokens;
    private final SessionStarter sessions;
    private final LogInBrake brake;
    private final PasswordChecks passwords;
    private final Clock clock;

    OwnAccountController(
            AccountService accounts,
            ApiTokens tokens,
            SessionStarter sessions,
            LogInBrake brake,
            PasswordChecks passwords,
            Clock clock) {
        this.brake = brake;
        this.passwords = passwords;
        this.accounts = accounts;
        this.tokens = tokens;
        this.sessions = sessions;
        this.clock = clock;
    }

    record PasswordChange(
            @NotBlank @Size(max = 200) String present,

            @NotNull @Size(min = AccountController.SHORTEST_PASSWORD, max = 200)
            String next,

            Optional<Boolean> tokensStay) {
        @Override
        public String toString() {
            return "PasswordChange[]";
        }
    }

    /** @param inUse whether it still opens anything */
    record TokenView(
            long id,
            String name,
            Role scope,
            Instant createdAt,
            Instant endsAt,
            Optional<Instant> endedAt,
            Optional<Instant> lastUsedAt,
            boolean inUse) {}

    record NewToken(
            @NotBlank @Size(max = 60) String name,
            @NotNull Role scope,
            @Min(1) @Max(366) int days) {}

    /** The token itself: this is the only time that it is shown. */
    record MadeToken(String token) {
        @Override
        public String toString() {
            return "MadeToken[]";
        }
    }

    @Audited(value = "changed the own password", when = Audited.When.AROUND)
    @PutMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changePassword(
            @Valid @RequestBody PasswordChange change,
            Principal principal,
            HttpServletRequest request,
            HttpServletResponse response) {
        passwords.oneOfFew(() -> {
            Attempt attempt = brake.enterOwn(principal.getName(), request.getRemoteAddr());
            accounts.changePassword(
                    principal.getName(),
                    change.present(),
                    change.next(),
                    change.tokensStay().orElse(false));
            brake.succeeded(attempt);
            return attempt;
        });
        // This session goes on; the account's other ones end.
        sessions.begin(principal.getName(), change.next(), request, response);
    }

    @GetMapping("/tokens")
    List<TokenView> tokens(Principal principal) {
        Instant now = clock.instant();
        return tokens.of(principal.getName()).stream()
                .map(token -> new TokenView(
                        token.id(),
                        token.name(),
                        token.scope(),
                        token.createdAt(),
                        token.endsAt(),
                        token.endedAt(),
                        token.lastUsedAt(),
                        token.isGood(now)))
                .toList();
    }

    @Audited("made a token")
    @PostMapping("/tokens")
    @ResponseStatus(HttpStatus.CREATED)
    MadeToken add(@Valid @RequestBody NewToken wanted, Principal principal) {
        return new MadeToken(
                tokens.add(principal.getName(), wanted.name().strip(), wanted.scope(), Duration.ofDays(wanted.days())));
    }

    @Audited("ended a token")
    @DeleteMapping("/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@PathVariable long id, Principal principal) {
        tokens.end(principal.getName(), id);
    }
}
