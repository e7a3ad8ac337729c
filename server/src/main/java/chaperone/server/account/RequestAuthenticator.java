package chaperone.server.account;

import chaperone.server.audit.TokenName;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Finds out who asks, anew for each request: a program by its token (RFC 6750), a person by the session, which ends when
 * the account was locked, got another role or another password. A request with a token has no session.
 */
final class RequestAuthenticator extends OncePerRequestFilter {
    private static final String BEARER = "Bearer ";
    private static final int LONGEST = 200;

    private final AccountService accounts;
    private final ApiTokens tokens;

    RequestAuthenticator(AccountService accounts, ApiTokens tokens) {
        this.accounts = accounts;
        this.tokens = tokens;
    }

    static boolean hasToken(HttpServletRequest request) {
        return request.getHeader(HttpHeaders.AUTHORIZATION) != null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain next)
            throws ServletException, IOException {
        if (hasToken(request)) become(program(request));
        else if (hasChanged(SecurityContextHolder.getContext().getAuthentication())) leave(request);
        next.doFilter(request, response);
    }

    private Optional<Authentication> program(HttpServletRequest request) {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        if (!header.startsWith(BEARER) || header.length() > LONGEST) return Optional.empty();
        return tokens.use(header.substring(BEARER.length()).strip()).map(token -> {
            var who = UsernamePasswordAuthenticationToken.authenticated(
                    token.account().name(), "", List.of(new SimpleGrantedAuthority("ROLE_" + token.scope())));
            who.setDetails(new TokenName(token.name()));
            return who;
        });
    }

    private static void become(Optional<Authentication> who) {
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        who.ifPresent(context::setAuthentication);
        SecurityContextHolder.setContext(context);
    }

    private boolean hasChanged(Authentication who) {
        return who != null
                && who.getPrincipal() instanceof LoggedIn person
                && accounts.find(person.getUsername()).filter(person::isStill).isEmpty();
    }

    private static void leave(HttpServletRequest request) {
        become(Optional.empty());
        var session = request.getSession(false);
        if (session != null) session.invalidate();
    }
}
