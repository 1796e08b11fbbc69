package upbeat.herald.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.people.FirstAccountService.FirstAccount;
import upbeat.herald.server.people.FirstAccountService.FirstSignIn;
import upbeat.herald.server.people.InvitationService.Acceptance;
import upbeat.herald.server.people.InvitationService.Invitation;
import upbeat.herald.server.people.PasswordResetService.NewPassword;
import upbeat.herald.server.people.PasswordResetService.ResetAsk;
import upbeat.herald.server.people.SessionService.SessionView;
import upbeat.herald.server.people.SessionService.SignIn;

/** Signing in and out. The first visit to an empty installation makes the first account. */
@RestController
@RequestMapping("/ui")
class SessionController {
    private final SessionService service;
    private final FirstAccountService firstAccount;
    private final InvitationService invitations;
    private final PasswordResetService resets;

    SessionController(
            SessionService service,
            FirstAccountService firstAccount,
            InvitationService invitations,
            PasswordResetService resets) {
        this.service = service;
        this.firstAccount = firstAccount;
        this.invitations = invitations;
        this.resets = resets;
    }

    @GetMapping("/session")
    SessionView session(@Nullable Authentication who) {
        return service.session(who);
    }

    @PostMapping("/session")
    ResponseEntity<?> signIn(@RequestBody SignIn body, HttpServletRequest request, HttpServletResponse response) {
        return service.signIn(body, request, response);
    }

    @PostMapping("/first-account")
    FirstAccount first(@RequestBody FirstSignIn body, HttpServletRequest request, HttpServletResponse response) {
        return firstAccount.create(body, request, response);
    }

    /** Without a name and a password it is looked at only. */
    @PostMapping("/invitation")
    Invitation accept(@RequestBody Acceptance body, HttpServletRequest request, HttpServletResponse response) {
        return invitations.accept(body, request, response);
    }

    @PostMapping("/password-reset/ask")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void askForReset(@RequestBody ResetAsk body, HttpServletRequest request) {
        resets.ask(body, request.getRemoteAddr());
    }

    @PostMapping("/password-reset")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void reset(@RequestBody NewPassword body, HttpServletRequest request) {
        resets.reset(body, request.getRemoteAddr());
    }

    @DeleteMapping("/session")
    ResponseEntity<Void> signOut(HttpServletRequest request) {
        return service.signOut(request);
    }
}
