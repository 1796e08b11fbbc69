package upbeat.herald.server.platform.changes;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.server.platform.changes.ChangeLogService.ChangeAsk;
import upbeat.herald.server.platform.changes.ChangeLogService.ChangePage;

/** Setup, Changes: who changed what, with before and after. */
@RestController
@RequestMapping("/ui/changes-log")
@Tag(name = "ui-changes-log")
class ChangeLogController {
    private final ChangeLogService service;

    ChangeLogController(ChangeLogService service) {
        this.service = service;
    }

    @GetMapping
    ChangePage listChanges(@ParameterObject ChangeAsk ask, @RequestParam(required = false) @Nullable Long below) {
        return service.find(ask, below);
    }

    @GetMapping("/export.{format}")
    ResponseEntity<StreamingResponseBody> exportChanges(@PathVariable String format, @ParameterObject ChangeAsk ask) {
        return service.export(format, ask);
    }
}
