package upbeat.herald.server.customerpage;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/**
 * Where a short link leads: to the carrier's page with the number in it; where that takes none, to a page with the
 * number to be copied.
 */
@RestController
@Hidden
class ShortLinkController {
    private final ShortLinkService service;

    ShortLinkController(ShortLinkService service) {
        this.service = service;
    }

    @GetMapping("/t/{token}")
    ResponseEntity<String> follow(@PathVariable String token, HttpServletRequest request) {
        return service.follow(token, request);
    }
}
