package upbeat.herald.server.delivery.email;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.delivery.email.SenderVerification.Asked;
import upbeat.herald.server.delivery.email.SenderVerification.SenderView;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Setup, Brand: whether a sender's address is verified, and the code that verifies it. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/sender")
@Tag(name = "ui-sender")
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class SenderVerificationController {
    private final SenderVerification verification;

    SenderVerificationController(SenderVerification verification) {
        this.verification = verification;
    }

    record Code(@Nullable String code) {}

    @GetMapping
    SenderView get(
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String address) {
        return verification.get(new Asked(shop, address));
    }

    @PostMapping("/send-code")
    SenderView sendCode(
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String address) {
        return verification.sendCode(new Asked(shop, address));
    }

    @PostMapping("/confirm-code")
    SenderView confirmCode(
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String address,
            @RequestBody Code body) {
        return verification.confirmCode(new Asked(shop, address), body.code());
    }
}
