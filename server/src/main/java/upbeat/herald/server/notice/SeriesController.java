package upbeat.herald.server.notice;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.notice.SeriesService.SeriesView;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/** The series of the plan. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/plan/series")
@Tag(name = "ui-plan")
class SeriesController {
    private final SeriesService service;

    SeriesController(SeriesService service) {
        this.service = service;
    }

    @GetMapping
    List<SeriesView> listSeries() {
        return service.list();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SeriesView createSeries(@RequestBody SeriesBody body) {
        return service.create(body);
    }

    @PutMapping("/{id}")
    SeriesView saveSeries(
            @PathVariable String id,
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match,
            @RequestBody SeriesBody body,
            Authentication who) {
        return service.save(id, match, body, who.getName());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteSeries(@PathVariable String id) {
        service.delete(id);
    }
}
