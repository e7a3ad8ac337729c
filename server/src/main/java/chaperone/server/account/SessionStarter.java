package chaperone.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;

/** Begins people's sessions. */
@Component
class SessionStarter {
    private final AuthenticationManager authentication;
    private final SecurityContextRepository contexts;

    SessionStarter(AuthenticationManager authentication, SecurityContextRepository contexts) {
        this.authentication = authentication;
        this.contexts = contexts;
    }

    /**
     * @return the account's name as it is written
     * @throws org.springframework.security.core.AuthenticationException if the name or the password is wrong, or the
     *     account locked
     */
    String begin(String name, String password, HttpServletRequest request, HttpServletResponse response) {
        Authentication who =
                authentication.authenticate(UsernamePasswordAuthenticationToken.unauthenticated(name, password));
        // A new number for the session: one that somebody planted before log-in is worth nothing (session fixation).
        request.getSession();
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(who);
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        return who.getName();
    }
}
