package upbeat.herald.server.messageview;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.messageview.MessageActionService.Act;
import upbeat.herald.server.messageview.MessageActionService.ActOnAll;
import upbeat.herald.server.messageview.MessageActionService.PartDone;
import upbeat.herald.server.messageview.MessageActionService.SettleMany;
import upbeat.herald.server.messageview.MessageActionService.Settled;
import upbeat.herald.server.messageview.MessageDetailService.ShownMessage;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** One message as it was sent, and what people do about messages. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/messages")
@Tag(name = "ui-messages")
class MessageDetailController {
    private final MessageDetailService service;
    private final MessageActionService actions;
    private final MessageMailFile mail;

    MessageDetailController(MessageDetailService service, MessageActionService actions, MessageMailFile mail) {
        this.service = service;
        this.actions = actions;
        this.mail = mail;
    }

    @GetMapping("/{id}")
    ShownMessage getMessage(@PathVariable String id) {
        return service.getMessage(id);
    }

    /** An e-mail as a file, for mail programs (RFC 5322). */
    @GetMapping("/{id}/mail.eml")
    ResponseEntity<byte[]> getMail(@PathVariable String id) {
        return ResponseEntity.ok()
                .header("Content-Type", "message/rfc822")
                .header("Content-Disposition", "attachment; filename=\"" + id + ".eml\"")
                .body(mail.write(service.find(id)));
    }

    @PostMapping("/{id}/recall")
    ShownMessage recallMessage(@PathVariable String id, Authentication who) {
        actions.recall(id, who.getName());
        return service.getMessage(id);
    }

    @PostMapping("/{id}/act")
    ShownMessage actOnMessage(@PathVariable String id, @RequestBody Act body, Authentication who) {
        actions.act(id, body, who.getName());
        return service.getMessage(id);
    }

    @PostMapping("/act")
    PartDone actOnMessages(@RequestBody ActOnAll body, Authentication who) {
        return actions.actOnAll(body, who.getName());
    }

    @PostMapping("/settle")
    Settled settleMessages(@RequestBody SettleMany body, Authentication who) {
        return actions.settle(body, who.getName());
    }
}
