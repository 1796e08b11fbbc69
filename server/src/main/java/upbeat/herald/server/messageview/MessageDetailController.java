package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.orderview.MessageDetailService.Settle;
import upbeat.herald.server.orderview.MessageDetailService.SettleMany;
import upbeat.herald.server.orderview.MessageDetailService.Settled;
import upbeat.herald.server.orderview.MessageDetailService.ShownMessage;

/** One message as it was sent, and what a person says became of it. */
@RestController
@RequestMapping("/ui")
@Tag(name = "ui-orders")
class MessageDetailController {
    private final MessageDetailService service;

    MessageDetailController(MessageDetailService service) {
        this.service = service;
    }

    @GetMapping("/messages/{id}")
    ShownMessage getMessage(@PathVariable String id) {
        return service.getMessage(id);
    }

    @PostMapping("/messages/{id}/recall")
    ShownMessage recallMessage(@PathVariable String id, Authentication who) {
        return service.recallMessage(id, who.getName());
    }

    @PostMapping("/messages/{id}/settle")
    ShownMessage settleMessage(@PathVariable String id, @RequestBody Settle body, Authentication who) {
        return service.settleMessage(id, body, who.getName());
    }

    @PostMapping("/messages/settle")
    Settled settleMessages(@RequestBody SettleMany body, Authentication who) {
        return service.settleMessages(body, who.getName());
    }
}
