package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfAuthenticationStrategy;
import org.springframework.stereotype.Component;
import upbeat.herald.server.people.SessionService.SignIn;

/** Checks a password and opens the session that it is good for, under a session id nobody knew before. */
@Component
class SignIns {
    private final AuthenticationManager people;
    private final SecurityContextRepository contexts;
    private final CsrfAuthenticationStrategy csrf =
            new CsrfAuthenticationStrategy(CookieCsrfTokenRepository.withHttpOnlyFalse());

    SignIns(AuthenticationManager people, SecurityContextRepository contexts) {
        this.people = people;
        this.contexts = contexts;
    }

    void enter(SignIn body, HttpServletRequest request, HttpServletResponse response) {
        Authentication who = people.authenticate(UsernamePasswordAuthenticationToken.unauthenticated(
                String.valueOf(body.name()), String.valueOf(body.password())));
        request.getSession(true);
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(who);
        SecurityContextHolder.setContext(context);
        // The token from before the sign-in may be known to somebody else; the next answer brings a new one.
        csrf.onAuthentication(who, request, response);
        contexts.saveContext(context, request, response);
    }
}
