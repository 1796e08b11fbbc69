package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.wording.WordingListService.WordingLine;

/** The list of the place Wording: every notice with its channels, and where something is missing or wrong. */
@RestController
@Tag(name = "ui-wording")
class WordingListController {
    private final WordingListService service;

    WordingListController(WordingListService service) {
        this.service = service;
    }

    @GetMapping("/ui/wording")
    List<WordingLine> list() {
        return service.list();
    }
}
