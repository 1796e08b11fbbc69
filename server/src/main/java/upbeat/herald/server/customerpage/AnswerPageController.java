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
 * The customer's page under an answer link. Looking at it answers nothing, so that a mail scanner that follows links
 * says nothing for anybody; only its form does.
 */
@RestController
@Hidden
class AnswerPageController {
    private final AnswerPageService service;

    AnswerPageController(AnswerPageService service) {
        this.service = service;
    }

    @GetMapping("/a/{token}")
    ResponseEntity<String> ask(
            @PathVariable String token,
            @RequestParam(name = "b", required = false) @Nullable String button,
            HttpServletRequest request) {
        return service.ask(token, button, request);
    }

    @PostMapping("/a/{token}")
    ResponseEntity<String> answer(
            @PathVariable String token,
            @RequestParam("button") String button,
            @RequestParam(name = "text", required = false) @Nullable String text,
            HttpServletRequest request) {
        return service.answer(token, button, text, request);
    }
}
