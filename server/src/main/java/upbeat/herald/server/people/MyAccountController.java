package upbeat.herald.server.people;

import io.swagger.v3.oas.annotations.tags.Tag;
import jakarta.servlet.http.HttpSession;
import java.security.Principal;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.people.MyAccountService.Code;
import upbeat.herald.server.people.MyAccountService.Current;
import upbeat.herald.server.people.MyAccountService.EmailChange;
import upbeat.herald.server.people.MyAccountService.MyAccount;
import upbeat.herald.server.people.MyAccountService.Offer;
import upbeat.herald.server.people.MyAccountService.PasswordChange;
import upbeat.herald.server.people.MyAccountService.RecoveryCodes;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Everybody's own account: password, address, second step, sessions. */
@Needs(Role.VIEW)
@RestController
@RequestMapping("/ui/me")
@Tag(name = "ui-me")
class MyAccountController {
    private final MyAccountService service;

    MyAccountController(MyAccountService service) {
        this.service = service;
    }

    @GetMapping
    MyAccount getMyAccount(Principal who, HttpSession session) {
        return service.get(who.getName(), session);
    }

    @PutMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changePassword(@RequestBody PasswordChange body, Principal who, HttpSession session) {
        service.changePassword(who.getName(), body, session);
    }

    @PutMapping("/email")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changeEmail(@RequestBody EmailChange body, Principal who) {
        service.changeEmail(who.getName(), body);
    }

    @PostMapping("/second-step")
    Offer offerSecondStep(@RequestBody Current body, Principal who, HttpSession session) {
        return service.offerSecondStep(who.getName(), body, session);
    }

    @PutMapping("/second-step")
    RecoveryCodes confirmSecondStep(@RequestBody Code body, Principal who, HttpSession session) {
        return service.confirmSecondStep(who.getName(), body, session);
    }

    @PostMapping("/second-step/off")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void turnOffSecondStep(@RequestBody Current body, Principal who) {
        service.turnOffSecondStep(who.getName(), body);
    }

    @PostMapping("/recovery-codes")
    RecoveryCodes renewRecoveryCodes(@RequestBody Current body, Principal who) {
        return service.renewRecoveryCodes(who.getName(), body);
    }

    @DeleteMapping("/sessions/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endSession(@PathVariable String id, Principal who) {
        service.endSession(who.getName(), id);
    }

    @DeleteMapping("/sessions")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endOtherSessions(Principal who, HttpSession session) {
        service.endOtherSessions(who.getName(), session);
    }
}
