package upbeat.herald.server.customerpage;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.answer.PreferenceLink;
import upbeat.herald.core.tracking.TrackingPage;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.platform.secret.LinkSigningKey;

/** Where an order's page leads to beside itself: the question that is open, and what its customer is sent. */
@Component
class TrackingPageLinks {
    private final OpenQuestions questions;
    private final MessageRepository messages;
    private final LinkSigningKey key;

    TrackingPageLinks(OpenQuestions questions, MessageRepository messages, LinkSigningKey key) {
        this.questions = questions;
        this.messages = messages;
        this.key = key;
    }

    TrackingPage.Links create(JdbcClient db, long order, String token, CustomerPageTexts texts) {
        // The preferences are those of whom the last message went to; before there is one, there is nobody to ask.
        List<Brand.Link> preferences = messages
                .findLastToCustomer(db, order)
                .map(m -> new Brand.Link(texts.plain("prefs.title"), "../u/" + PreferenceLink.create(key.bytes(), m)))
                .stream()
                .toList();
        return new TrackingPage.Links(token, questions.write(db, order, texts), preferences);
    }
}
