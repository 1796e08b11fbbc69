package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.security.Principal;
import java.util.List;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.wording.ReplaceService.Found;
import upbeat.herald.server.wording.ReplaceService.ReplaceAsk;

/** Looks through every wording for some words, shows what would change, and changes it. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/wording/replace")
@Tag(name = "ui-wording")
class ReplaceController {
    private final ReplaceService service;

    ReplaceController(ReplaceService service) {
        this.service = service;
    }

    @Needs(Role.VIEW)
    @PostMapping("/look")
    List<Found> preview(@RequestBody ReplaceAsk ask) {
        return service.preview(ask);
    }

    @PostMapping
    List<Found> apply(@RequestBody ReplaceAsk ask, Principal person) {
        return service.apply(ask, person);
    }
}
