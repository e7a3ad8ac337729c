package chaperone.server.account;

import chaperone.server.audit.AuditLog;
import chaperone.server.limit.BodyLimits;
import chaperone.server.page.InlineScripts;
import chaperone.server.problem.ProblemAnswer;
import chaperone.server.repeat.RepeatFilter;
import chaperone.server.repeat.RepeatedRequests;
import java.util.function.Supplier;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.hierarchicalroles.RoleHierarchy;
import org.springframework.security.access.hierarchicalroles.RoleHierarchyImpl;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configuration.EnableWebSecurity;
import org.springframework.security.config.annotation.web.configurers.AuthorizeHttpRequestsConfigurer;
import org.springframework.security.core.Authentication;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfFilter;

/** Which role may call what, in one table; what is not in it is refused. */
@Configuration(proxyBeanMethods = false)
@EnableWebSecurity
class SecurityRules {
    private static final String VIEWER = Role.VIEWER.name();
    private static final String ENGINEER = Role.ENGINEER.name();
    private static final String APPROVER = Role.APPROVER.name();
    private static final String ADMINISTRATOR = Role.ADMINISTRATOR.name();

    private static void table(
            AuthorizeHttpRequestsConfigurer<HttpSecurity>.AuthorizationManagerRequestMatcherRegistry rules) {
        rules.requestMatchers(HttpMethod.POST, "/api/session").permitAll();
        rules.requestMatchers(HttpMethod.GET, "/actuator/health", "/actuator/health/readiness")
                .permitAll();

        // A configuration with its secrets, and all that reaches out to devices.
        rules.requestMatchers(HttpMethod.GET, "/api/devices/*/revisions/*/text").hasRole(ENGINEER);
        rules.requestMatchers(
                        HttpMethod.POST,
                        "/api/copies",
                        "/api/imports",
                        "/api/imports/*",
                        "/api/jobs/*/stop",
                        "/api/jobs/*/retry")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/devices/remove").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/host-keys", "/api/devices/edit", "/api/fleet-edits/*/undo")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/devices/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/devices/*/revisions/*/whole")
                .hasRole(ENGINEER);

        rules.requestMatchers(HttpMethod.POST, "/api/devices/*/revisions/*/marks")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/devices/*/revisions/*/marks/*")
                .hasRole(ENGINEER);
        rules.requestMatchers(
                        HttpMethod.POST,
                        "/api/compare",
                        "/api/compare/structure",
                        "/api/compare/rows.*",
                        "/api/compare/diff/masked")
                .hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.POST, "/api/compare/diff").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/noise-patterns", "/api/noise-patterns/*")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/noise-patterns/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/devices/*/agreed").hasRole(ENGINEER);
        // Whoever writes one has approved of all that it will put back.
        rules.requestMatchers(HttpMethod.PUT, "/api/standing-rules/*").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.DELETE, "/api/standing-rules/*").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.POST, "/api/history/accounted", "/api/history/not-accounted")
                .hasAnyRole(ENGINEER, APPROVER);
        // All secrets of the fleet at once.
        rules.requestMatchers(
                        HttpMethod.GET, "/api/exports/history.bundle", "/api/exports/configurations.zip", "/api/git")
                .hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.POST, "/api/past-configurations", "/api/past-configurations/preview")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/past-configurations/*").hasRole(ENGINEER);
        // Whether this account may lift this one is a matter of the freeze.
        rules.requestMatchers(HttpMethod.POST, "/api/freezes", "/api/freezes/*/lift")
                .hasAnyRole(ENGINEER, APPROVER);
        rules.requestMatchers(HttpMethod.PUT, "/api/git").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.POST, "/api/git/update").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.POST, "/api/desk/visits").hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.PUT, "/api/desk/layout").hasRole(VIEWER);
        rules.requestMatchers(
                        HttpMethod.POST,
                        "/api/standards/trial",
                        "/api/standards/fleet-trial",
                        "/api/standards/past-trial",
                        "/api/changes/*/clause-trial",
                        "/api/site-values/read",
                        "/api/site-values/table")
                .hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.POST, "/api/judging").hasRole(ENGINEER);
        rules.requestMatchers(
                        HttpMethod.POST,
                        "/api/standards/*/publish",
                        "/api/standards/*/exceptions",
                        "/api/standards/*/findings/*/*/notes")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/exceptions/*").hasRole(ENGINEER);
        rules.requestMatchers(
                        HttpMethod.POST,
                        "/api/cases",
                        "/api/cases/*/settle",
                        "/api/cases/*/reopen",
                        "/api/cases/*/items",
                        "/api/cases/*/messages")
                .hasAnyRole(ENGINEER, APPROVER);
        rules.requestMatchers(HttpMethod.POST, "/api/reviews", "/api/reviews/*/withdraw", "/api/boards")
                .hasAnyRole(ENGINEER, APPROVER);
        // Whoever was asked by name may sign.
        rules.requestMatchers(HttpMethod.POST, "/api/reviews/*/sign").hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.PUT, "/api/boards/*").hasAnyRole(ENGINEER, APPROVER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/boards/*").hasAnyRole(ENGINEER, APPROVER);
        rules.requestMatchers(HttpMethod.PUT, "/api/cases/*").hasAnyRole(ENGINEER, APPROVER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/cases/*/items/*").hasAnyRole(ENGINEER, APPROVER);
        rules.requestMatchers(HttpMethod.PUT, "/api/standards/*", "/api/standards/*/yaml")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/standards/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/templates/*/fill", "/api/templates/*/edits")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.PUT, "/api/templates/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/templates/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/images", "/api/images/*/digest-list")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/images/*", "/api/standard-releases")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.PUT, "/api/standard-releases").hasRole(ENGINEER);
        // Whether an engineer will do is a matter of the rule for approvals.
        rules.requestMatchers(HttpMethod.POST, "/api/changes/*/approve").hasAnyRole(ENGINEER, APPROVER);
        rules.requestMatchers(HttpMethod.PUT, "/api/approval-rules").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.POST, "/api/rollouts/*/approve").hasAnyRole(ENGINEER, APPROVER);
        rules.requestMatchers(
                        HttpMethod.POST,
                        "/api/rollouts",
                        "/api/rollouts/*/run",
                        "/api/rollouts/*/pause",
                        "/api/rollouts/*/drop",
                        "/api/rollouts/*/decisions")
                .hasRole(ENGINEER);
        // Whoever would approve may send it back, too.
        rules.requestMatchers(HttpMethod.POST, "/api/changes/*/back").hasAnyRole(ENGINEER, APPROVER);
        rules.requestMatchers(
                        HttpMethod.POST,
                        "/api/changes",
                        "/api/change-edits",
                        "/api/change-edits/of-query",
                        "/api/devices/*/typed-lines",
                        "/api/devices/*/configuration/edits",
                        "/api/devices/*/configuration/trial",
                        "/api/blocks/edits",
                        "/api/saves",
                        "/api/changes/*/propose",
                        "/api/changes/*/drop",
                        "/api/changes/*/run",
                        "/api/changes/*/stop",
                        "/api/changes/*/undo",
                        "/api/changes/*/rest",
                        "/api/changes/*/edits/*/leave-out")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.PUT, "/api/changes/*", "/api/changes/*/edits/*", "/api/changes/*/due")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/changes/*/edits/*", "/api/changes/*/due")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.PUT, "/api/retention").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.POST, "/api/retention/thin").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.PUT, "/api/housekeeping/*", "/api/callable")
                .hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.POST, "/api/integrity").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/routines/preview").hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.POST, "/api/routines/*/run").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.PUT, "/api/routines/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/routines/*").hasRole(ENGINEER);

        rules.requestMatchers(HttpMethod.PUT, "/api/sites/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/sites/*").hasRole(ENGINEER);
        // Whose it is, and what of it a viewer may put back, is told there.
        rules.requestMatchers(HttpMethod.POST, "/api/removals/*/undo").hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.PUT, "/api/fleet-views/*").hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/fleet-views/*").hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.PUT, "/api/pairs", "/api/map/places").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/pairs", "/api/map/places")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/map/notes").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/map/notes/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/map/notes/*/seen").hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.PUT, "/api/reading-plans").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/reading-plans").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.PUT, "/api/groups/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.DELETE, "/api/groups/*").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.PUT, "/api/devices/*/telnet", "/api/devices/*/address")
                .hasRole(ENGINEER);
        rules.requestMatchers("/api/bench/**").hasRole(ENGINEER);
        // Sessions of their own on devices, and all that was shown in them.
        rules.requestMatchers(HttpMethod.POST, "/api/devices/*/consoles", "/api/devices/*/output")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.GET, "/api/consoles/**").hasRole(ENGINEER);

        rules.requestMatchers(HttpMethod.POST, "/api/platforms/check", "/api/platforms/*/read")
                .hasRole(VIEWER);
        // A platform's text says which commands go to devices.
        rules.requestMatchers(HttpMethod.POST, "/api/platforms/*/first-contact/*")
                .hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/platforms/*/try").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.PUT, "/api/platforms/*").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.DELETE, "/api/platforms/*").hasRole(ADMINISTRATOR);

        rules.requestMatchers(HttpMethod.POST, "/api/credential-sets/*/try").hasRole(ENGINEER);
        rules.requestMatchers(HttpMethod.POST, "/api/credential-sets").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.PUT, "/api/credential-sets/*").hasRole(ADMINISTRATOR);
        rules.requestMatchers(HttpMethod.DELETE, "/api/credential-sets/*").hasRole(ADMINISTRATOR);

        // A program must make neither accounts nor tokens, whatever its scope.
        rules.requestMatchers("/api/accounts", "/api/accounts/*", "/api/tokens", "/api/tokens/*")
                .access((who, request) -> new AuthorizationDecision(isPerson(who) && isAdministrator(who)));
        rules.requestMatchers("/api/account/**").access((who, request) -> new AuthorizationDecision(isPerson(who)));

        rules.requestMatchers(HttpMethod.DELETE, "/api/session").hasRole(VIEWER);
        rules.requestMatchers(HttpMethod.GET, "/api/**", "/v3/api-docs/**").hasRole(VIEWER);
        rules.requestMatchers("/api/**", "/actuator/**", "/v3/**").denyAll();
        rules.requestMatchers(HttpMethod.GET, "/**").permitAll();
        rules.requestMatchers(HttpMethod.HEAD, "/**").permitAll();
        rules.anyRequest().denyAll();
    }

    /** Any role, but no token: a program must not give itself another one. */
    private static boolean isPerson(Supplier<? extends Authentication> who) {
        return who.get() != null && who.get().getPrincipal() instanceof LoggedIn;
    }

    private static boolean isAdministrator(Supplier<? extends Authentication> who) {
        return who.get().getAuthorities().stream()
                .anyMatch(authority -> ("ROLE_" + ADMINISTRATOR).equals(authority.getAuthority()));
    }

    @Bean
    RoleHierarchy roleHierarchy() {
        return RoleHierarchyImpl.fromHierarchy("""
                ROLE_ADMINISTRATOR > ROLE_ENGINEER
                ROLE_ADMINISTRATOR > ROLE_APPROVER
                ROLE_ENGINEER > ROLE_VIEWER
                ROLE_APPROVER > ROLE_VIEWER
                """);
    }

    @Bean
    PasswordEncoder passwordEncoder() {
        return Passwords.encoder();
    }

    @Bean
    AuthenticationManager authenticationManager(AccountService accounts, PasswordEncoder encoder) {
        DaoAuthenticationProvider provider = new DaoAuthenticationProvider(accounts);
        provider.setPasswordEncoder(encoder);
        return new ProviderManager(provider);
    }

    @Bean
    SecurityContextRepository securityContexts() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    SecurityFilterChain filters(
            HttpSecurity http,
            SecurityContextRepository contexts,
            AccountService accounts,
            ApiTokens tokens,
            AuditLog audit,
            RepeatedRequests repeated)
            throws Exception {
        http.authorizeHttpRequests(SecurityRules::table);
        http.securityContext(context -> context.securityContextRepository(contexts));
        // A page of another site can make a browser send cookies, never a token.
        http.csrf(csrf -> csrf.spa().ignoringRequestMatchers(RequestAuthenticator::hasToken));
        http.addFilterBefore(new RequestAuthenticator(accounts, tokens), CsrfFilter.class);
        http.addFilterBefore(new BodyLimits(), CsrfFilter.class);
        http.addFilterAfter(new RepeatFilter(repeated), AuthorizationFilter.class);
        http.requestCache(cache -> cache.disable());
        http.formLogin(form -> form.disable());
        http.httpBasic(basic -> basic.disable());
        http.logout(logout -> logout.disable());
        http.headers(headers -> headers.contentSecurityPolicy(
                policy -> policy.policyDirectives("default-src 'self'; script-src 'self'" + InlineScripts.sources()
                        + "; img-src 'self' data:; style-src 'self' 'unsafe-inline'; object-src 'none'; "
                        + "base-uri 'self'; frame-ancestors 'none'; form-action 'self'")));
        http.exceptionHandling(errors -> errors.authenticationEntryPoint((request, response, e) -> ProblemAnswer.write(
                        response, HttpStatus.UNAUTHORIZED, "log-in", "Nobody is logged in.", "Log in and try again."))
                .accessDeniedHandler((request, response, e) -> {
                    audit.recordRefusal(request);
                    ProblemAnswer.write(
                            response,
                            HttpStatus.FORBIDDEN,
                            "not-allowed",
                            "Your role does not allow this, or the page is out of date.",
                            "Load the page again; if it stays, ask an administrator.");
                }));
        return http.build();
    }
}
