package upbeat.herald.server.customerpage;

import java.time.Instant;
import java.time.InstantSource;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.answer.SignedLink;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.answer.AnswerService;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.SubjectFactory;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.QuestionAskedRepository;
import upbeat.herald.server.platform.secret.LinkSigningKey;

/** What a customer was asked and may still answer, for the order's page. */
@Component
class OpenQuestions {
    private final QuestionAskedRepository asked;
    private final MessageRepository messages;
    private final AnswerService answers;
    private final LinkSigningKey key;
    private final InstantSource clock;

    OpenQuestions(
            QuestionAskedRepository asked,
            MessageRepository messages,
            AnswerService answers,
            LinkSigningKey key,
            InstantSource clock) {
        this.asked = asked;
        this.messages = messages;
        this.answers = answers;
        this.key = key;
        this.clock = clock;
    }

    /** The newest question with its forms, or the answer that may still be changed; null where there is neither. */
    @Nullable String write(JdbcClient db, long order, CustomerPageTexts texts) {
        String html = null;
        for (QuestionAskedRepository.AskedRow row : asked.findByOrder(db, order)) {
            String one = messages.find(db, row.messageSeq())
                    .map(m -> write(m, row.asked().at(), texts))
                    .orElse(null);
            if (one != null) html = one;
        }
        return html;
    }

    private @Nullable String write(MessageRow message, Instant askedAt, CustomerPageTexts texts) {
        Question question = message.sent().question();
        Instant now = clock.instant();
        Instant until = askedAt.plus(SubjectFactory.LINK_LIFETIME);
        if (question == null || until.isBefore(now)) return null;
        AnswerService.Standing standing = answers.standing(message, now);
        AnswerRepository.AnswerRow given = standing.answer();
        if (!standing.isOpen() && given == null) return null;
        String action = "../a/" + SignedLink.create(key.bytes(), message.seq(), until);
        if (given == null) return heading(message, texts) + AnswerForms.write(question, null, null, texts, action);
        String answer = "<p>" + texts.html("given") + " <b>" + CustomerPage.escape(given.label()) + "</b></p>";
        return !standing.canChange()
                ? answer
                : answer + "<details><summary>" + texts.html("change") + "</summary>"
                        + AnswerForms.write(question, null, given.button(), texts, action) + "</details>";
    }

    /** What the message that asked had as its subject: it is in the customer's words already. */
    private static String heading(MessageRow message, CustomerPageTexts texts) {
        String subject = message.sent().subject();
        return "<h2>" + (subject == null ? texts.html("question.title") : CustomerPage.escape(subject)) + "</h2>";
    }
}
