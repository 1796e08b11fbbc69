package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.orderview.ReturnListService.ReturnList;

/** What customers send back. */
@RestController
@RequestMapping("/ui/returns")
@Tag(name = "ui-returns")
class ReturnListController {
    private final ReturnListService service;

    ReturnListController(ReturnListService service) {
        this.service = service;
    }

    /** @param all true for those too that nobody waits for any more */
    @GetMapping
    ReturnList listReturns(
            @RequestParam(defaultValue = "false") boolean all, @RequestParam(required = false) @Nullable Integer page) {
        return service.list(all, page);
    }
}
