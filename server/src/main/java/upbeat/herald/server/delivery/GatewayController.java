package upbeat.herald.server.delivery;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.delivery.GatewayService.GatewayBody;
import upbeat.herald.server.delivery.GatewayService.GatewayView;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/**
 * Setup, Gateways: the accounts through which messages leave. An account is tried before it is kept, and what the other
 * side says is shown.
 */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/gateways")
@Tag(name = "ui-gateways")
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class GatewayController {
    private final GatewayService service;

    GatewayController(GatewayService service) {
        this.service = service;
    }

    @GetMapping
    List<GatewayView> list() {
        return service.list();
    }

    @PostMapping("/{id}/test")
    ConnectionCheck test(@PathVariable String id, @RequestBody GatewayBody body) {
        return service.test(id, body);
    }

    /** One account more for a channel. */
    @PostMapping("/{id}/others")
    GatewayView add(@PathVariable String id, @RequestBody GatewayBody body) {
        return service.add(id, body);
    }

    @PutMapping("/{id}")
    GatewayView save(
            @PathVariable String id,
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match,
            @RequestBody GatewayBody body) {
        return service.save(id, match, body);
    }

    @Needs(Role.WORK)
    @PostMapping("/{id}/retry")
    GatewayView retryNow(@PathVariable String id) {
        return service.retryNow(id);
    }

    @DeleteMapping("/{id}")
    GatewayView remove(@PathVariable String id) {
        return service.remove(id);
    }
}
