package upbeat.herald.server.manual;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.manual.ManualHoldService.HoldAsk;
import upbeat.herald.server.manual.ManualMarkService.OrderName;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** An order put on hold by hand, and released. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/orders/{shop}/{number}/hold")
@Tag(name = "ui-orders")
class OrderHoldController {
    private final ManualHoldService service;

    OrderHoldController(ManualHoldService service) {
        this.service = service;
    }

    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void holdOrder(
            @PathVariable String shop, @PathVariable String number, @RequestBody HoldAsk body, Authentication who) {
        service.hold(new OrderName(shop, number), body, who.getName());
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void releaseOrder(@PathVariable String shop, @PathVariable String number, Authentication who) {
        service.release(new OrderName(shop, number), who.getName());
    }
}
