package upbeat.herald.server.notice;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.notice.QuestionSetService.QuestionSetView;

/** Questions that are ready to be used. */
@RestController
@RequestMapping("/ui/plan/question-sets")
@Tag(name = "ui-plan")
class QuestionSetController {
    private final QuestionSetService service;

    QuestionSetController(QuestionSetService service) {
        this.service = service;
    }

    @GetMapping
    List<QuestionSetView> listQuestionSets() {
        return service.list();
    }
}
