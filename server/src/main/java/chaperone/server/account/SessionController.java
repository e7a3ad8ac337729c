package chaperone.server.account;

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
    private final SessionKeeper sessions;
    private final AccountService accounts;
    private final LogInThrottle throttle;
    private final boolean isDemo;

    SessionController(
            SessionKeeper sessions, AccountService accounts, LogInThrottle throttle, Environment environment) {
        this.sessions = sessions;
        this.accounts = accounts;
        this.throttle = throttle;
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

    @Audited("logged in")
    @PostMapping
    Session logIn(@Valid @RequestBody LogIn logIn, HttpServletRequest request, HttpServletResponse response) {
        if (throttle.mustWait(logIn.name())) {
            throw new ProblemException(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "wait",
                    "There were too many wrong passwords for this name.",
                    "Wait a minute and try again.");
        }
        String name = begin(logIn, request, response);
        throttle.succeeded(logIn.name());
        return session(accounts.get(name));
    }

    private String begin(LogIn logIn, HttpServletRequest request, HttpServletResponse response) {
        try {
            return sessions.begin(logIn.name(), logIn.password(), request, response);
        } catch (AuthenticationException e) {
            throttle.failed(logIn.name());
            // An unknown name may be a password that was typed into the wrong field.
            AuditNote.add(accounts.find(logIn.name()).map(Account::name).orElse("an unknown name"));
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

    @Audited("logged out")
    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void logOut(HttpServletRequest request) {
        var session = request.getSession(false);
        if (session != null) session.invalidate();
        SecurityContextHolder.clearContext();
    }
}
