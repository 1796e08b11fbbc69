package upbeat.herald.server.answer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.server.RunningApp;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.order.OrderRepository;

/** The first answer counts; it tags the order and stops what makes no sense any more. */
class AnswerServiceTest {
    private final RunningApp app = RunningApp.shared();
    private final AnswerService answers = app.context.getBean(AnswerService.class);
    private final MessageRepository messages = app.context.getBean(MessageRepository.class);
    private final OrderRepository orders = app.context.getBean(OrderRepository.class);
    private final JdbcClient reader = app.context.getBean(JdbcClient.class);

    /** An order whose question went out by SMS. */
    private String asked(String phone) {
        String number = app.order("cash-on-delivery", null, phone, "{\"whatsapp\":false}");
        app.advance("PT15M");
        await().until(() -> !app.world.phones.on(phone).isEmpty()
                && messages
                        .findByOrder(
                                reader,
                                orders.find(reader, "kites", number)
                                        .orElseThrow()
                                        .id())
                        .stream()
                        .anyMatch(m -> m.sent().question() != null && m.times().sentAt() != null));
        return number;
    }

    private MessageRow question(String number) {
        return messages
                .findByOrder(
                        reader,
                        orders.find(reader, "kites", number).orElseThrow().id())
                .stream()
                .filter(m -> m.sent().question() != null)
                .findFirst()
                .orElseThrow();
    }

    private static AnswerService.Reply byPage(String button) {
        return new AnswerService.Reply(button, null, "page");
    }

    @Test
    void theFirstAnswerCountsAndALaterOneIsToldSo() {
        String number = asked("+46701740631");
        AnswerService.Outcome first =
                answers.recordAnswer(question(number), byPage("confirm")).orElseThrow();
        AnswerService.Outcome second =
                answers.recordAnswer(question(number), byPage("cancel")).orElseThrow();
        assertThat(first.change()).isEqualTo(AnswerService.Change.FIRST);
        assertThat(second.change()).isEqualTo(AnswerService.Change.NOT_COUNTED);
        assertThat(second.answer().button()).isEqualTo("confirm");
        JsonNode order = app.read(number);
        assertThat(order.path("answers")).hasSize(1);
        assertThat(order.path("answers").get(0).path("via").asString()).isEqualTo("page");
        assertThat(order.path("tags").toString()).contains("confirmed").doesNotContain("cancel");
    }

    @Test
    void aButtonThatTheMessageDidNotHaveIsNoAnswer() {
        String number = asked("+46701740632");
        assertThat(answers.recordAnswer(question(number), byPage("maybe"))).isEqualTo(Optional.empty());
        assertThat(app.read(number).path("answers")).isEmpty();
    }

    @Test
    void aReplyToAMessageNobodyKnowsIsLeftAlone() {
        assertThat(answers.buttonPressed(ChatChannel.WHATSAPP, "no-such-reference", "confirm"))
                .isFalse();
    }

    @Test
    void whoCancelsHearsNothingMoreOfTheOrder() {
        String number = asked("+46701740633");
        answers.recordAnswer(question(number), byPage("cancel"));
        app.parcel(number, "hopgate", "HOP 0601 0000 9");
        app.scan("hopgate", "HOP 0601 0000 9", "20", app.now());
        await().untilAsserted(() ->
                assertThat(app.read(number).path("stage").asString()).isNotEqualTo("ordered"));
        for (JsonNode m : app.read(number).path("messages"))
            if (!m.path("id").asString().equals(question(number).id()))
                assertThat(m.path("status").asString()).as(m.toString()).isIn("withheld", "cancelled");
    }
}
