package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.server.people.AccountRepository.Account;
import upbeat.herald.server.platform.HeraldProperties;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.time.WallClock;
import upbeat.herald.server.platform.web.ValidationException;

/** Signing in and out. */
@Service
class SessionService {
    private final AccountRepository accounts;
    private final HeraldProperties properties;
    private final SignIns signIns;
    private final SignInLimits limits;
    private final SecondStep secondStep;
    private final PeopleStore store;
    private final WallClock wallClock;

    SessionService(
            AccountRepository accounts,
            HeraldProperties properties,
            SignIns signIns,
            SignInLimits limits,
            SecondStep secondStep,
            PeopleStore store,
            WallClock wallClock) {
        this.accounts = accounts;
        this.properties = properties;
        this.signIns = signIns;
        this.limits = limits;
        this.secondStep = secondStep;
        this.store = store;
        this.wallClock = wallClock;
    }

    /**
     * @param name null while nobody is signed in; {@code role} of that person
     * @param empty true where no account exists yet
     */
    record SessionView(@Nullable String name, @Nullable String role, boolean empty, boolean demo, Instant now) {}

    /** @param code of the second step, where the account has one */
    record SignIn(String name, String password, @Nullable String code) {}

    SessionView session(@Nullable Authentication who) {
        Optional<Role> role = Role.of(who);
        return new SessionView(
                who == null || role.isEmpty() ? null : who.getName(),
                role.map(Role::code).orElse(null),
                accounts.isEmpty(store.reader()),
                properties.demo(),
                store.clock().instant());
    }

    ResponseEntity<?> signIn(SignIn body, HttpServletRequest request, HttpServletResponse response) {
        if (!limits.tryFrom(request.getRemoteAddr()) || !limits.tryAccount(body.name()))
            return refuse(HttpStatus.TOO_MANY_REQUESTS, "Too many attempts. Wait a minute, then try again", false);
        Authentication who;
        try {
            who = signIns.check(body.name(), body.password());
        } catch (AuthenticationException e) {
            return refuse(HttpStatus.UNAUTHORIZED, "Wrong name or password", false);
        }
        Account account = accounts.find(store.reader(), who.getName()).orElse(null);
        if (account != null && account.secondStep() != null) {
            if (Texts.isBlank(body.code()))
                return refuse(HttpStatus.UNAUTHORIZED, "Enter the code that your app shows", true);
            boolean isRight =
                    store.writer().writeAside(db -> secondStep.accept(db, account, body.code(), wallClock.instant()));
            if (!isRight)
                return refuse(
                        HttpStatus.UNAUTHORIZED,
                        "This code isn't right, or it was used. Enter the one that your app shows now",
                        true);
        }
        signIns.enter(who, request, response);
        return ResponseEntity.ok(session(SecurityContextHolder.getContext().getAuthentication()));
    }

    /** @param code true where the name and the password are right and the code of the second step is asked for */
    private static ResponseEntity<ProblemDetail> refuse(HttpStatus status, String detail, boolean code) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        if (code) problem.setProperty("errors", List.of(new ValidationException.FieldError("code", detail)));
        return ResponseEntity.status(status).body(problem);
    }

    ResponseEntity<Void> signOut(HttpServletRequest request) {
        if (request.getSession(false) != null) request.getSession(false).invalidate();
        return ResponseEntity.noContent().build();
    }
}
