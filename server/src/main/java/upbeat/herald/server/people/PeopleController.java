package upbeat.herald.server.people;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.security.Principal;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.people.PeopleService.Invite;
import upbeat.herald.server.people.PeopleService.Invited;
import upbeat.herald.server.people.PeopleService.People;
import upbeat.herald.server.people.PeopleService.RoleChange;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Setup, People: who is in the team and may do what. */
@Needs(Role.OWNER)
@RestController
@RequestMapping("/ui/people")
@Tag(name = "ui-people")
class PeopleController {
    private final PeopleService service;

    PeopleController(PeopleService service) {
        this.service = service;
    }

    @GetMapping
    People listPeople() {
        return service.list();
    }

    @PostMapping("/invitations")
    @ResponseStatus(HttpStatus.CREATED)
    Invited invite(@RequestBody Invite body, Principal who) {
        return service.invite(body, who.getName());
    }

    @DeleteMapping("/invitations")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdraw(@RequestParam String email) {
        service.withdraw(email);
    }

    @PutMapping("/{id}/role")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changeRole(@PathVariable long id, @RequestBody RoleChange body) {
        service.changeRole(id, body);
    }

    @DeleteMapping("/{id}/second-step")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void dropSecondStep(@PathVariable long id, Principal who) {
        service.dropSecondStep(id, who.getName());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, Principal who) {
        service.remove(id, who.getName());
    }
}
