package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.Texts;
import upbeat.herald.server.Settings;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.CallLimit;
import upbeat.herald.server.web.Faults;

/** Signing in and out. The first visit to an empty installation makes the first account. */
@RestController
@RequestMapping("/ui")
class SessionDoor {
    private static final int SHORTEST_PASSWORD = 10;
    private static final int TRIES_A_MINUTE = 20;

    private final AuthenticationManager people;
    private final SecurityContextRepository contexts;
    private final AccountStore accounts;
    private final ApiKeys keys;
    private final PasswordEncoder passwords;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Settings settings;
    private final CallLimit tries = new CallLimit(TRIES_A_MINUTE, Duration.ofMinutes(1));

    SessionDoor(
            AuthenticationManager people,
            SecurityContextRepository contexts,
            AccountStore accounts,
            ApiKeys keys,
            PasswordEncoder passwords,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Settings settings) {
        this.people = people;
        this.contexts = contexts;
        this.accounts = accounts;
        this.keys = keys;
        this.passwords = passwords;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.settings = settings;
    }

    /** @param name null while nobody is signed in; {@code empty} true where no account exists yet */
    record SessionView(@Nullable String name, boolean empty, boolean demo, Instant now) {}

    record SignIn(String name, String password) {}

    /** @param apiKey shown this once */
    record FirstAccount(String name, String apiKey) {}

    @GetMapping("/session")
    SessionView session(@Nullable Authentication who) {
        return new SessionView(
                who == null || !who.isAuthenticated() || who.getName().equals("anonymousUser") ? null : who.getName(),
                accounts.none(reader),
                settings.demo(),
                clock.instant());
    }

    @PostMapping("/session")
    ResponseEntity<?> signIn(@RequestBody SignIn body, HttpServletRequest request, HttpServletResponse response) {
        if (!tries.allows(request.getRemoteAddr()))
            return ResponseEntity.status(429)
                    .body(ProblemDetail.forStatusAndDetail(
                            HttpStatus.TOO_MANY_REQUESTS, "Too many tries. Wait a minute and try again"));
        try {
            enter(body, request, response);
            return ResponseEntity.ok(session(SecurityContextHolder.getContext().getAuthentication()));
        } catch (AuthenticationException e) {
            return ResponseEntity.status(401)
                    .body(ProblemDetail.forStatusAndDetail(HttpStatus.UNAUTHORIZED, "Name or password is wrong"));
        }
    }

    @PostMapping("/first-account")
    FirstAccount first(@RequestBody SignIn body, HttpServletRequest request, HttpServletResponse response) {
        Faults faults = new Faults();
        if (Texts.blank(body.name()) || body.name().length() > 80)
            faults.add("name", "Give a name of up to 80 characters");
        if (body.password() == null
                || body.password().length() < SHORTEST_PASSWORD
                || body.password().length() > 70) faults.add("password", "A password has 10 to 70 characters");
        faults.raise();
        String hash = passwords.encode(body.password());
        writer.write(db -> {
            if (!accounts.none(db)) {
                faults.add("name", "There is an account already. Sign in with it");
                faults.raise();
            }
            accounts.insert(db, body.name().strip(), hash, clock.instant());
            return null;
        });
        enter(new SignIn(body.name().strip(), body.password()), request, response);
        return new FirstAccount(body.name().strip(), keys.make("first"));
    }

    @DeleteMapping("/session")
    ResponseEntity<Void> signOut(HttpServletRequest request) {
        if (request.getSession(false) != null) request.getSession(false).invalidate();
        return ResponseEntity.noContent().build();
    }

    private void enter(SignIn body, HttpServletRequest request, HttpServletResponse response) {
        Authentication who = people.authenticate(UsernamePasswordAuthenticationToken.unauthenticated(
                String.valueOf(body.name()), String.valueOf(body.password())));
        request.getSession(true);
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(who);
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
    }
}
