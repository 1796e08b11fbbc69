package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.wording.DraftPreviewService.PreviewAsk;
import upbeat.herald.server.wording.DraftPreviewService.TrialAsk;
import upbeat.herald.server.wording.DraftPreviewService.TrialSent;

/** A wording as it stands in the editor: previewed with a real order, and sent as a test message. */
@Needs(Role.SET_UP)
@RestController
@RequestMapping("/ui/wording")
@Tag(name = "ui-wording")
class TestMessageController {
    private final DraftPreviewService service;

    TestMessageController(DraftPreviewService service) {
        this.service = service;
    }

    @Needs(Role.VIEW)
    @PostMapping("/preview")
    WordingPreviewService.Shown preview(@RequestBody PreviewAsk body) {
        return service.preview(body);
    }

    @PostMapping("/trial")
    TrialSent send(@RequestBody TrialAsk body) {
        return service.send(body);
    }
}
