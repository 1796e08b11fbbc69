package upbeat.herald.server.manual;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.manual.CustomerErasureService.CustomerOrder;
import upbeat.herald.server.manual.CustomerErasureService.Erased;
import upbeat.herald.server.manual.CustomerErasureService.ErasureAsk;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** A customer's data erased on request: first which orders it is about, then doing it. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/erasure")
@Tag(name = "ui-erasure")
class CustomerErasureController {
    private final CustomerErasureService service;

    CustomerErasureController(CustomerErasureService service) {
        this.service = service;
    }

    @GetMapping("/{shop}/{number}")
    List<CustomerOrder> findOrders(@PathVariable String shop, @PathVariable String number) {
        return service.findOrders(shop, number);
    }

    @PostMapping
    Erased erase(@RequestBody ErasureAsk ask, Authentication who) {
        return service.erase(ask, who.getName());
    }
}
