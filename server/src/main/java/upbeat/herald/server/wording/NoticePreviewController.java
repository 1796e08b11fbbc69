package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** The preview beside the form of a notice. */
@Needs(Role.VIEW)
@RestController
@Tag(name = "ui-plan")
class NoticePreviewController {
    private final NoticePreviewService service;

    NoticePreviewController(NoticePreviewService service) {
        this.service = service;
    }

    @PostMapping("/ui/plan/preview")
    WordingPreviewService.Shown preview(@RequestBody NoticePreviewService.PreviewRequest body) {
        return service.preview(body);
    }
}
