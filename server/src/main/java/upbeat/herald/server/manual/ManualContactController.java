package upbeat.herald.server.manual;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.manual.ManualContactService.ContactCorrectionBody;
import upbeat.herald.server.manual.ManualContactService.ContactView;
import upbeat.herald.server.manual.ManualMarkService.OrderName;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** An order's customer under a corrected address. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/orders/{shop}/{number}/contact")
@Tag(name = "ui-orders")
class ManualContactController {
    private final ManualContactService service;

    ManualContactController(ManualContactService service) {
        this.service = service;
    }

    @PutMapping
    ContactView correctContact(
            @PathVariable String shop,
            @PathVariable String number,
            @RequestBody ContactCorrectionBody body,
            Authentication who) {
        return service.correct(new OrderName(shop, number), body, who.getName());
    }
}
