package upbeat.herald.server.notice;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.notice.ShopMessagesService.ShopMessages;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** What shops tell their customers themselves. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/plan/shop-messages")
@Tag(name = "ui-plan")
class ShopMessagesController {
    private final ShopMessagesService service;

    ShopMessagesController(ShopMessagesService service) {
        this.service = service;
    }

    @GetMapping
    List<ShopMessages> listShopMessages() {
        return service.list();
    }

    @PutMapping
    List<ShopMessages> saveShopMessages(@RequestBody ShopMessages body) {
        return service.save(body);
    }
}
