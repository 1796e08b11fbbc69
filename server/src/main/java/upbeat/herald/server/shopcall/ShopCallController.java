package upbeat.herald.server.shopcall;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.shopcall.ShopCallService.ShopCallTarget;
import upbeat.herald.server.shopcall.ShopCallService.ShopCallsView;

/** Setup, Shops: where a shop is called, and what became of each call. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/shops/{shop}/calls")
@Tag(name = "ui-shop-calls")
class ShopCallController {
    private final ShopCallService service;

    ShopCallController(ShopCallService service) {
        this.service = service;
    }

    @GetMapping
    ShopCallsView getCalls(@PathVariable String shop) {
        return service.get(shop);
    }

    @PutMapping
    ShopCallsView saveCalls(
            @PathVariable String shop,
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match,
            @RequestBody ShopCallTarget body) {
        return service.save(shop, match, body);
    }

    @PostMapping("/secret")
    ShopCallsView renewCallSecret(@PathVariable String shop) {
        return service.renewSecret(shop);
    }

    @PostMapping("/test")
    ShopCallsView sendTestCall(@PathVariable String shop) {
        return service.sendTest(shop);
    }

    @Needs(Role.WORK)
    @PostMapping("/{id}/again")
    ShopCallsView sendCallAgain(@PathVariable String shop, @PathVariable String id) {
        return service.sendAgain(shop, id);
    }
}
