package upbeat.herald.server.platform.web;

import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/** A place's address typed or kept as a bookmark opens the interface, which then finds the place itself. */
@Controller
class SinglePageController {
    @GetMapping({
        "/",
        "/plan",
        "/plan/**",
        "/messages",
        "/messages/**",
        "/answers",
        "/answers/**",
        "/rehearsals",
        "/rehearsals/**",
        "/join",
        "/reset",
        "/account",
        "/customers/**",
        "/orders",
        "/orders/**",
        "/wording",
        "/wording/**",
        "/setup",
        "/setup/**",
        "/test-bench",
        "/test-bench/**"
    })
    String page() {
        return "forward:/index.html";
    }
}
