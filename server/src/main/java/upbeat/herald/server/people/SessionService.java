package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Instant;
import java.time.InstantSource;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Service;
import upbeat.herald.server.platform.HeraldProperties;

/** Signing in and out. */
@Service
class SessionService {
    private final AccountRepository accounts;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final HeraldProperties properties;
    private final SignInLimits limits;
    private final SignIns signIns;

    SessionService(
            AccountRepository accounts,
            JdbcClient reader,
            InstantSource clock,
            HeraldProperties properties,
            SignIns signIns,
            SignInLimits limits) {
        this.accounts = accounts;
        this.reader = reader;
        this.clock = clock;
        this.properties = properties;
        this.signIns = signIns;
        this.limits = limits;
    }

    /** @param name null while nobody is signed in; {@code empty} true where no account exists yet */
    record SessionView(@Nullable String name, boolean empty, boolean demo, Instant now) {}

    record SignIn(String name, String password) {}

    SessionView session(@Nullable Authentication who) {
        return new SessionView(
                who == null || !who.isAuthenticated() || who.getName().equals("anonymousUser") ? null : who.getName(),
                accounts.isEmpty(reader),
                properties.demo(),
                clock.instant());
    }

    ResponseEntity<?> signIn(SignIn body, HttpServletRequest request, HttpServletResponse response) {
        if (!limits.tryFrom(request.getRemoteAddr()) || !limits.tryAccount(body.name()))
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

    ResponseEntity<Void> signOut(HttpServletRequest request) {
        if (request.getSession(false) != null) request.getSession(false).invalidate();
        return ResponseEntity.noContent().build();
    }
}
