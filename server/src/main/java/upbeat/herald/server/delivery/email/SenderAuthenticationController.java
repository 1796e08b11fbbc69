package upbeat.herald.server.delivery.email;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.delivery.email.SenderAuthentication.SenderAuthenticationView;
import upbeat.herald.server.delivery.email.SenderVerification.Asked;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Setup, Brand: SPF, DKIM, DMARC and MX of a sender's domain, and the key that signs its mail. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/sender/authentication")
@Tag(name = "ui-sender")
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class SenderAuthenticationController {
    private final SenderAuthentication service;

    SenderAuthenticationController(SenderAuthentication service) {
        this.service = service;
    }

    @GetMapping
    SenderAuthenticationView getAuthentication(@RequestParam(required = false) @Nullable String shop) {
        return service.get(new Asked(shop, null));
    }

    @PostMapping("/check")
    SenderAuthenticationView checkAuthentication(@RequestParam(required = false) @Nullable String shop) {
        return service.check(new Asked(shop, null));
    }

    @PostMapping("/key")
    SenderAuthenticationView createKey(@RequestParam(required = false) @Nullable String shop) {
        return service.createKey(new Asked(shop, null));
    }

    @DeleteMapping("/key")
    SenderAuthenticationView deleteKey(@RequestParam(required = false) @Nullable String shop) {
        return service.deleteKey(new Asked(shop, null));
    }
}
