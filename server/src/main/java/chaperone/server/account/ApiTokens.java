package chaperone.server.account;

import chaperone.server.audit.AuditNote;
import chaperone.server.problem.ProblemException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes, finds and ends the tokens of programs. */
@Service
class ApiTokens {
    /** Says what it is, to whoever finds one where it should not be. */
    private static final String BEGINNING = "chaperone_";

    private static final int RANDOM_BYTES = 32;
    private static final int MOST_TOKENS = 50;
    /** How exactly it is known when a token was last used. */
    private static final Duration NOTE_USE_AFTER = Duration.ofMinutes(1);

    private final ApiTokenRepository tokens;
    private final AccountService accounts;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    ApiTokens(ApiTokenRepository tokens, AccountService accounts, Clock clock) {
        this.tokens = tokens;
        this.accounts = accounts;
        this.clock = clock;
    }

    /**
     * @return the token itself, which is not kept and cannot be shown again
     * @throws ProblemException if the account itself may not do what the token is to do
     */
    @Transactional
    String add(String account, String name, Role scope, Duration lasts) {
        Account owner = accounts.get(account);
        if (!owner.role().includes(scope)) {
            throw refused("scope-too-wide", "Your own role does not allow what the token is to do.");
        }
        Instant now = clock.instant();
        long good =
                tokens.ofAccount(account).stream().filter(t -> t.isGood(now)).count();
        if (good >= MOST_TOKENS) throw refused("too-many", "You have " + MOST_TOKENS + " tokens in use.");
        byte[] secret = new byte[RANDOM_BYTES];
        random.nextBytes(secret);
        String text = BEGINNING + Base64.getUrlEncoder().withoutPadding().encodeToString(secret);
        tokens.save(new ApiToken(owner, name, scope, hash(text), now, now.plus(lasts)));
        AuditNote.add(name + ", scope " + scope + ", until " + now.plus(lasts));
        return text;
    }

    @Transactional
    void end(String account, long id) {
        ApiToken token = tokens.findById(id)
                .filter(found -> found.account().name().equals(account))
                .orElseThrow(() -> ProblemException.notFound("token", id));
        AuditNote.add(token.name());
        token.end(clock.instant());
    }

    /** For whoever manages accounts: anybody's. */
    @Transactional
    void end(long id) {
        ApiToken token = tokens.findById(id).orElseThrow(() -> ProblemException.notFound("token", id));
        AuditNote.add(token.name() + " of " + token.account().name());
        token.end(clock.instant());
    }

    @Transactional(readOnly = true)
    List<ApiToken> all() {
        return tokens.everybodys();
    }

    @Transactional(readOnly = true)
    List<ApiToken> of(String account) {
        return tokens.ofAccount(account);
    }

    /** The token that this text is, if it may still be used. */
    @Transactional
    Optional<ApiToken> use(String text) {
        Instant now = clock.instant();
        Optional<ApiToken> found = tokens.withHash(hash(text)).filter(token -> token.isGood(now));
        found.filter(token -> token.lastUsedAt()
                        .filter(at -> at.plus(NOTE_USE_AFTER).isAfter(now))
                        .isEmpty())
                .ifPresent(token -> token.used(now));
        return found;
    }

    private static ProblemException refused(String code, String meaning) {
        return new ProblemException(HttpStatus.UNPROCESSABLE_CONTENT, code, meaning, "Choose less, or end another.");
    }

    private static byte[] hash(String text) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
