package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.orderview.NoticeReasonService.NoticeReason;

/** Why orders got a notice, or didn't. */
@RestController
@RequestMapping("/ui/plan/notices/{id}/reasons")
@Tag(name = "ui-plan")
class NoticeReasonController {
    private final NoticeReasonService service;

    NoticeReasonController(NoticeReasonService service) {
        this.service = service;
    }

    @GetMapping
    List<NoticeReason> listReasons(@PathVariable String id, @RequestParam(required = false) @Nullable String order) {
        return service.list(id, order);
    }
}
