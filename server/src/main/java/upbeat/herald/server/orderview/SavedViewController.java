package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.orderview.SavedViewRepository.View;
import upbeat.herald.server.orderview.SavedViewService.NewView;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Filters of the list that somebody keeps under a name. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui")
@Tag(name = "ui-orders")
class SavedViewController {
    private final SavedViewService service;

    SavedViewController(SavedViewService service) {
        this.service = service;
    }

    @PostMapping("/orders-views")
    @ResponseStatus(HttpStatus.CREATED)
    View keepView(@RequestBody NewView body) {
        return service.keepView(body);
    }

    @DeleteMapping("/orders-views/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void dropView(@PathVariable long id) {
        service.dropView(id);
    }
}
