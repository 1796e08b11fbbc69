package upbeat.herald.server.platform.signal;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** The stream that open screens listen to. */
@RestController
@Hidden
class ChangeStreamController {
    private final ChangeStream changes;

    ChangeStreamController(ChangeStream changes) {
        this.changes = changes;
    }

    @GetMapping(path = "/ui/changes", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter listen(HttpServletRequest request, HttpServletResponse response) {
        response.setHeader("X-Accel-Buffering", "no"); // else a proxy may hold lines back
        response.setHeader("Cache-Control", "no-store");
        // A stream is ended by another thread; a request that comes over its connection just then may not be seen.
        response.setHeader("Connection", "close");
        return changes.open(request.getSession());
    }
}
