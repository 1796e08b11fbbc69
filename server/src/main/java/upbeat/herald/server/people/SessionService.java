package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.web.RateLimiter;
import upbeat.herald.server.platform.web.TooManyCallsException;
import upbeat.herald.server.platform.web.ValidationException;

/** Signing in and out. The first visit to an empty installation makes the first account. */
@Service
class SessionService {
    private static final int TRIES_A_MINUTE = 20;
    /** From any number of addresses, in ten minutes. */
    private static final int TRIES_AN_ACCOUNT = 40;

    private final AccountRepository accounts;
    private final ApiKeyService keys;
    private final PasswordEncoder passwords;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final HeraldProperties properties;
    private final RateLimiter triesByAccount = new RateLimiter(TRIES_AN_ACCOUNT, Duration.ofMinutes(10));
    private final RateLimiter tries = new RateLimiter(TRIES_A_MINUTE, Duration.ofMinutes(1));
    private final SignIns signIns;
    private final FirstAccountCode code;

    SessionService(
            AccountRepository accounts,
            ApiKeyService keys,
            PasswordEncoder passwords,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            HeraldProperties properties,
            SignIns signIns,
            FirstAccountCode code) {
        this.accounts = accounts;
        this.keys = keys;
        this.passwords = passwords;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.properties = properties;
        this.signIns = signIns;
        this.code = code;
    }

    /** @param name null while nobody is signed in; {@code empty} true where no account exists yet */
    record SessionView(@Nullable String name, boolean empty, boolean demo, Instant now) {}

    record SignIn(String name, String password) {}

    /** @param code the one that was shown in the console, see {@link FirstAccountCode} */
    record FirstSignIn(
            String name, String password, @Nullable String code) {}

    /** @param apiKey shown this once */
    record FirstAccount(String name, String apiKey) {}

    SessionView session(@Nullable Authentication who) {
        return new SessionView(
                who == null || !who.isAuthenticated() || who.getName().equals("anonymousUser") ? null : who.getName(),
                accounts.isEmpty(reader),
                properties.demo(),
                clock.instant());
    }

    ResponseEntity<?> signIn(SignIn body, HttpServletRequest request, HttpServletResponse response) {
        if (!tries.tryAcquire(request.getRemoteAddr())
                || !triesByAccount.tryAcquire(String.valueOf(body.name()).toLowerCase(Locale.ROOT)))
            return ResponseEntity.status(429)
                    .body(ProblemDetail.forStatusAndDetail(
                            HttpStatus.TOO_MANY_REQUESTS, "Too many attempts. Wait a minute, then try again"));
        try {
            signIns.enter(body, request, response);
            return ResponseEntity.ok(session(SecurityContextHolder.getContext().getAuthentication()));
        } catch (AuthenticationException e) {
            return ResponseEntity.status(401)
                    .body(ProblemDetail.forStatusAndDetail(HttpStatus.UNAUTHORIZED, "Wrong name or password"));
        }
    }

    FirstAccount first(FirstSignIn body, HttpServletRequest request, HttpServletResponse response) {
        if (!tries.tryAcquire(request.getRemoteAddr())) throw new TooManyCallsException();
        ValidationException errors = new ValidationException();
        if (Texts.isBlank(body.name()) || body.name().length() > 80)
            errors.add("name", "Enter a name of up to 80 characters");
        if (!code.matches(body.code()))
            errors.add("code", "Enter the code that the server showed in its console and log when it started");
        PasswordRules.findFault(body.password(), body.name()).ifPresent(f -> errors.add("password", f));
        errors.throwIfAny();
        String hash = passwords.encode(body.password());
        writer.write(db -> {
            if (!accounts.isEmpty(db)) {
                errors.add("name", "There is already an account. Sign in with it");
                errors.throwIfAny();
            }
            accounts.insert(db, body.name().strip(), hash, clock.instant());
            return null;
        });
        signIns.enter(new SignIn(body.name().strip(), body.password()), request, response);
        return new FirstAccount(body.name().strip(), keys.create("first"));
    }

    ResponseEntity<Void> signOut(HttpServletRequest request) {
        if (request.getSession(false) != null) request.getSession(false).invalidate();
        return ResponseEntity.noContent().build();
    }
}
