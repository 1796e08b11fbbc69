package upbeat.herald.server.customerpage;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * Where customers choose what they are sent, and where mail programs unsubscribe for them with one click (RFC 8058).
 */
@RestController
@Hidden
class PreferencePageController {
    private static final String ONE_CLICK = "One-Click";

    private final PreferencePageService service;

    PreferencePageController(PreferencePageService service) {
        this.service = service;
    }

    @GetMapping("/u/{token}")
    ResponseEntity<String> show(@PathVariable String token, HttpServletRequest request) {
        return service.show(token, request);
    }

    /**
     * @param oneClick the pair that a mail program posts
     * @param channel, wanted what the page's own form says: a channel's code, and {@code yes} or {@code no}
     */
    @PostMapping("/u/{token}")
    ResponseEntity<String> change(
            @PathVariable String token,
            @RequestParam(name = "List-Unsubscribe", required = false) @Nullable String oneClick,
            @RequestParam(name = "channel", required = false) @Nullable String channel,
            @RequestParam(name = "wanted", required = false) @Nullable String wanted,
            HttpServletRequest request) {
        if (oneClick != null && oneClick.strip().equals(ONE_CLICK)) return service.unsubscribe(token, request);
        if (channel != null && wanted != null) return service.change(token, channel, wanted.equals("yes"), request);
        return service.show(token, request);
    }
}
