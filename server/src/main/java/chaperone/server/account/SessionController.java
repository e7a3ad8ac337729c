package chaperone.server.account;

import chaperone.server.problem.ProblemException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import org.springframework.core.env.Environment;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
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
    private final AuthenticationManager authentication;
    private final SecurityContextRepository contexts;
    private final AccountService accounts;
    private final LogInThrottle throttle;
    private final boolean isDemo;

    SessionController(
            AuthenticationManager authentication,
            SecurityContextRepository contexts,
            AccountService accounts,
            LogInThrottle throttle,
            Environment environment) {
        this.authentication = authentication;
        this.contexts = contexts;
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

    @PostMapping
    Session logIn(@Valid @RequestBody LogIn logIn, HttpServletRequest request, HttpServletResponse response) {
        if (throttle.mustWait(logIn.name())) {
            throw new ProblemException(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "wait",
                    "There were too many wrong passwords for this name.",
                    "Wait a minute and try again.");
        }
        Authentication who = authenticate(logIn);
        throttle.succeeded(logIn.name());
        // A new number for the session: one that somebody planted before log-in is worth nothing (session fixation).
        request.getSession();
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(who);
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        return session(accounts.get(who.getName()));
    }

    private Authentication authenticate(LogIn logIn) {
        try {
            return authentication.authenticate(
                    UsernamePasswordAuthenticationToken.unauthenticated(logIn.name(), logIn.password()));
        } catch (AuthenticationException e) {
            throttle.failed(logIn.name());
            throw new ProblemException(
                    HttpStatus.UNAUTHORIZED,
                    "log-in-refused",
                    "The name or the password is wrong.",
                    "Check both; capital letters count in the password.");
        }
    }

    @GetMapping
    Session who(Principal principal) {
        return session(accounts.get(principal.getName()));
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void logOut(HttpServletRequest request) {
        var session = request.getSession(false);
        if (session != null) session.invalidate();
        SecurityContextHolder.clearContext();
    }
}
