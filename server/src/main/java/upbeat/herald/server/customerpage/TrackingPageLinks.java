package upbeat.herald.server.customerpage;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.answer.PreferenceLink;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.returns.ReturnOffer;
import upbeat.herald.core.returns.ReturnPage;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.tracking.TrackingPage;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.platform.secret.LinkSigningKey;

/**
 * Where an order's page leads to beside itself: the question that is open, what comes back, and what its customer is
 * sent.
 */
@Component
class TrackingPageLinks {
    private final OpenQuestions questions;
    private final MessageRepository messages;
    private final ReturnRepository returns;
    private final LinkSigningKey key;

    TrackingPageLinks(
            OpenQuestions questions, MessageRepository messages, ReturnRepository returns, LinkSigningKey key) {
        this.returns = returns;
        this.questions = questions;
        this.messages = messages;
        this.key = key;
    }

    TrackingPage.Links create(JdbcClient db, long order, TrackedOrder tracked, String token, CustomerPageTexts texts) {
        List<CustomerReturn> earlier = returns.findByOrder(db, order).stream()
                .map(ReturnRepository.ReturnRow::content)
                .toList();
        String back = new ReturnPage(tracked, token).writeCard(ReturnOffer.of(tracked, earlier), earlier);
        // The preferences are those of whom the last message went to; before there is one, there is nobody to ask.
        List<Brand.Link> preferences = messages
                .findLastToCustomer(db, order)
                .map(m -> new Brand.Link(texts.plain("prefs.title"), "../u/" + PreferenceLink.create(key.bytes(), m)))
                .stream()
                .toList();
        return new TrackingPage.Links(token, questions.write(db, order, texts), back, preferences);
    }
}
