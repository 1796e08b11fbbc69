package upbeat.herald.server.messageview;

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
import upbeat.herald.server.messageview.MessageListService.MessagePage;
import upbeat.herald.server.platform.sheet.ExportProgress;

/** The place Messages: all messages, with their counts. */
@RestController
@RequestMapping("/ui/messages")
@Tag(name = "ui-messages")
class MessageListController {
    private final MessageListService service;
    private final MessageExportService exports;

    MessageListController(MessageListService service, MessageExportService exports) {
        this.service = service;
        this.exports = exports;
    }

    @GetMapping
    MessagePage listMessages(
            @ParameterObject MessageAsk.AskWhen when,
            @ParameterObject MessageAsk.AskWhat what,
            @ParameterObject MessageAsk.AskWhose whose,
            @RequestParam(required = false) @Nullable String after) {
        return service.list(new MessageAsk(when, what, whose), after);
    }

    @GetMapping("/export.{format}")
    ResponseEntity<StreamingResponseBody> exportMessages(
            @PathVariable String format,
            @ParameterObject MessageAsk.AskWhen when,
            @ParameterObject MessageAsk.AskWhat what,
            @ParameterObject MessageAsk.AskWhose whose,
            @RequestParam(required = false) @Nullable String progress) {
        return exports.export(format, new MessageAsk(when, what, whose), progress);
    }

    @GetMapping("/export-progress/{id}")
    ExportProgress.Done messageExportProgress(@PathVariable String id) {
        return exports.findProgress(id);
    }
}
