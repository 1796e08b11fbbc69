package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.order.OrderRef;
import upbeat.herald.server.orderview.SeriesMemberService.SeriesMembers;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** The orders in a series. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/plan/series/{id}/members")
@Tag(name = "ui-plan")
class SeriesMemberController {
    private final SeriesMemberService service;

    SeriesMemberController(SeriesMemberService service) {
        this.service = service;
    }

    @GetMapping
    SeriesMembers listMembers(@PathVariable String id) {
        return service.list(id);
    }

    @PostMapping("/leave")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leaveSeries(@PathVariable String id, @RequestBody OrderRef order, Authentication who) {
        service.leave(id, order, who.getName());
    }

    @PostMapping("/return")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void returnToSeries(@PathVariable String id, @RequestBody OrderRef order, Authentication who) {
        service.comeBack(id, order, who.getName());
    }
}
