package upbeat.herald.server.delivery;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.notice.FloodLimit;
import upbeat.herald.server.delivery.SendingService.Dropped;
import upbeat.herald.server.delivery.SendingService.ScopeBody;
import upbeat.herald.server.delivery.SendingService.Sending;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** Stops all sending, a channel's or a notice's, and goes on. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/sending")
@Tag(name = "ui-sending")
@ConditionalOnProperty(name = "herald.seed", havingValue = "false", matchIfMissing = true)
class SendingController {
    private final SendingService service;

    SendingController(SendingService service) {
        this.service = service;
    }

    @GetMapping
    Sending getSending() {
        return service.get();
    }

    @PostMapping("/stop")
    Sending stopSending(@RequestBody ScopeBody body, Authentication who) {
        return service.stop(body, who.getName());
    }

    @PostMapping("/resume")
    Sending resumeSending(@RequestBody ScopeBody body) {
        return service.resume(body);
    }

    @PostMapping("/drop")
    Dropped dropHeld(@RequestBody ScopeBody body, Authentication who) {
        return service.drop(body, who.getName());
    }

    @Needs(Role.SET_UP)
    @PutMapping("/limit")
    FloodLimit saveLimit(@RequestBody FloodLimit limit) {
        return service.saveLimit(limit);
    }

    @Needs(Role.SET_UP)
    @PutMapping("/daily-limit")
    SendingService.DailyLimitBody saveDailyLimit(@RequestBody SendingService.DailyLimitBody limit) {
        return service.saveDailyLimit(limit);
    }
}
