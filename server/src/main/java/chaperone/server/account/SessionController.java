package chaperone.server.account;

import chaperone.server.account.LogInBrake.Attempt;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.problem.ProblemException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import org.springframework.core.env.Environment;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Log in, see who one is, log out. */
@RestController
@RequestMapping("/api/session")
class SessionController {
    private final SessionStarter sessions;
    private final AccountService accounts;
    private final LogInBrake brake;
    private final PasswordChecks passwords;
    private final boolean isDemo;

    SessionController(
            SessionStarter sessions,
            AccountService accounts,
            LogInBrake brake,
            PasswordChecks passwords,
            Environment environment) {
        this.sessions = sessions;
        this.accounts = accounts;
        this.brake = brake;
        this.passwords = passwords;
        this.isDemo = environment.matchesProfiles("demo");
    }

    record LogIn(
            @NotBlank @Size(max = 40) String name,
            @NotBlank @Size(max = 200) String password) {
        @Override
        public String toString() {
            return "LogIn[" + name + "]";
        }
    }

    /** @param isDemo whether the devices are stand-ins that one can play with */
    record Session(String name, String fullName, Role role, boolean isDemo) {}

    private Session session(Account account) {
        return new Session(account.name(), account.fullName(), account.role(), isDemo);
    }

    @Audited(value = "logged in", when = Audited.When.AFTER)
    @PostMapping
    Session logIn(@Valid @RequestBody LogIn logIn, HttpServletRequest request, HttpServletResponse response) {
        return passwords.oneOfFew(() -> {
            Attempt attempt = brake.enter(logIn.name(), request.getRemoteAddr());
            String name = begin(logIn, request, response);
            brake.succeeded(attempt);
            return session(accounts.get(name));
        });
    }

    private String begin(LogIn logIn, HttpServletRequest request, HttpServletResponse response) {
        try {
            if (!LogInBrake.isName(logIn.name())) throw new BadCredentialsException("no account is called so");
            return sessions.begin(logIn.name(), logIn.password(), request, response);
        } catch (AuthenticationException e) {
            // An unknown name may be a password that was typed into the wrong field.
            AuditNote.add(
                    LogInBrake.isName(logIn.name())
                            ? accounts.find(logIn.name()).map(Account::name).orElse("an unknown name")
                            : "an unknown name");
            throw new ProblemException(
                    HttpStatus.UNAUTHORIZED,
                    "log-in-refused",
                    "The name or the password is wrong, or the account is locked.",
                    "Check both; capital letters count in the password.");
        }
    }

    @GetMapping
    Session who(Principal principal) {
        return session(accounts.get(principal.getName()));
    }

    @Audited(value = "logged out", when = Audited.When.BEFORE)
    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void logOut(HttpServletRequest request) {
        var session = request.getSession(false);
        if (session != null) session.invalidate();
        SecurityContextHolder.clearContext();
    }
}
