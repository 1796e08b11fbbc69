package upbeat.herald.server.answer;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.answer.AnswerCorrection.Correction;
import upbeat.herald.server.answer.AnswerCorrection.GivenAnswer;

/** What a customer answered, and a person's correction of it. */
@RestController
@RequestMapping("/ui/orders/{shop}/{number}/answers")
@Tag(name = "ui-answers")
class AnswerController {
    private final AnswerCorrection correction;

    AnswerController(AnswerCorrection correction) {
        this.correction = correction;
    }

    @GetMapping
    List<GivenAnswer> list(@PathVariable String shop, @PathVariable String number) {
        return correction.list(shop, number);
    }

    @PutMapping("/{notice}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void correct(
            @PathVariable String shop,
            @PathVariable String number,
            @PathVariable String notice,
            @RequestBody Correction body,
            Authentication who) {
        correction.correct(shop, number, notice, body, who.getName());
    }
}
