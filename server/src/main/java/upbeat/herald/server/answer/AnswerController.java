package upbeat.herald.server.answer;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.answer.AnswerCorrection.AskedQuestion;
import upbeat.herald.server.answer.AnswerCorrection.Correction;
import upbeat.herald.server.answer.AnswerCorrection.GivenAnswer;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;
import upbeat.herald.server.platform.web.IfMatch;

/** What a customer answered, and a person's correction of it. */
@Needs(Role.WORK)
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
            @RequestHeader(HttpHeaders.IF_MATCH) IfMatch match,
            @RequestBody Correction body,
            Authentication who) {
        correction.correct(new AskedQuestion(shop, number, notice), match, body, who.getName());
    }
}
