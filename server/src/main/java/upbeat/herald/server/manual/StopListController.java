package upbeat.herald.server.manual;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.manual.StopListService.StopAsk;
import upbeat.herald.server.manual.StopListService.StopView;
import upbeat.herald.server.order.StopListRepository.ReasonCount;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Setup, Stop list. Addresses are sent in bodies, so that they stand in no log of addresses. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/stop-list")
@Tag(name = "ui-stop-list")
class StopListController {
    private final StopListService service;

    StopListController(StopListService service) {
        this.service = service;
    }

    @GetMapping
    List<ReasonCount> count() {
        return service.count();
    }

    @Needs(Role.VIEW)
    @PostMapping("/find")
    StopView find(@RequestBody StopAsk ask) {
        return service.find(ask);
    }

    @PostMapping("/add")
    StopView add(@RequestBody StopAsk ask) {
        return service.add(ask);
    }

    @PostMapping("/remove")
    StopView remove(@RequestBody StopAsk ask) {
        return service.remove(ask);
    }
}
