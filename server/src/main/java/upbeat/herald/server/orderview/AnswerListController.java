package upbeat.herald.server.orderview;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.server.orderview.AnswerListService.AnswerAsk;
import upbeat.herald.server.orderview.AnswerListService.AnswerList;
import upbeat.herald.server.orderview.ReplyInboxService.AnswerMeasure;
import upbeat.herald.server.orderview.ReplyInboxService.AnswerText;
import upbeat.herald.server.orderview.ReplyInboxService.Assignee;
import upbeat.herald.server.orderview.ReplyInboxService.ReplyInbox;
import upbeat.herald.server.platform.role.Needs;
import upbeat.herald.server.platform.role.Role;

/** The place Answers: questions with what became of them, and replies that wait for a person. */
@Needs(Role.WORK)
@RestController
@RequestMapping("/ui/answers")
@Tag(name = "ui-answers")
class AnswerListController {
    private final AnswerListService answers;
    private final ReplyInboxService replies;

    AnswerListController(AnswerListService answers, ReplyInboxService replies) {
        this.answers = answers;
        this.replies = replies;
    }

    @GetMapping
    AnswerList listAnswers(
            @RequestParam(required = false) @Nullable String state,
            @RequestParam(required = false) @Nullable String notice,
            @RequestParam(required = false) @Nullable String stage,
            @RequestParam(required = false) @Nullable Integer page) {
        return answers.list(new AnswerAsk(state, notice, stage, page));
    }

    @GetMapping("/replies")
    ReplyInbox listReplies() {
        return replies.list();
    }

    /** Writes back to the customer, over the channel they wrote on. */
    @PostMapping("/replies/{id}/answers")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void answerReply(@PathVariable long id, @RequestBody AnswerText body, Authentication who) {
        replies.answer(id, body, who.getName());
    }

    /** How long an answer would be, and what it would cost. */
    @Needs(Role.VIEW)
    @PostMapping("/replies/{id}/answers/measure")
    AnswerMeasure measureAnswer(@PathVariable long id, @RequestBody AnswerText body) {
        return replies.measure(id, body);
    }

    @PutMapping("/replies/{id}/assignee")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void assignReply(@PathVariable long id, @RequestBody Assignee body) {
        replies.assign(id, body);
    }

    @PostMapping("/replies/{id}/done")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void markReplyDone(@PathVariable long id, Authentication who) {
        replies.markDone(id, who.getName());
    }
}
