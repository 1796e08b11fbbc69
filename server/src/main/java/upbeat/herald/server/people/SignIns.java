package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfAuthenticationStrategy;
import org.springframework.stereotype.Component;

/** Checks a password and opens the session that it is good for, under a session id nobody knew before. */
@Component
class SignIns {
    private final AuthenticationManager people;
    private final SecurityContextRepository contexts;
    private final AccountRepository accounts;
    private final SignedInSessions sessions;
    private final PeopleStore store;
    private final CsrfAuthenticationStrategy csrf =
            new CsrfAuthenticationStrategy(CookieCsrfTokenRepository.withHttpOnlyFalse());

    SignIns(
            AuthenticationManager people,
            SecurityContextRepository contexts,
            AccountRepository accounts,
            SignedInSessions sessions,
            PeopleStore store) {
        this.people = people;
        this.contexts = contexts;
        this.accounts = accounts;
        this.sessions = sessions;
        this.store = store;
    }

    /** @throws org.springframework.security.core.AuthenticationException where the password isn't that account's */
    Authentication check(@Nullable String name, @Nullable String password) {
        return people.authenticate(
                UsernamePasswordAuthenticationToken.unauthenticated(String.valueOf(name), String.valueOf(password)));
    }

    /** Opens the session of somebody who has shown all that was asked for. */
    void enter(Authentication who, HttpServletRequest request, HttpServletResponse response) {
        request.getSession(true);
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(who);
        SecurityContextHolder.setContext(context);
        // The token from before the sign-in may be known to somebody else; the next answer brings a new one.
        csrf.onAuthentication(who, request, response);
        contexts.saveContext(context, request, response);
        sessions.begin(who.getName(), request);
        Instant now = store.clock().instant();
        store.writer().writeAside(db -> {
            accounts.updateSignedIn(db, who.getName(), now);
            return null;
        });
    }
}
