package upbeat.herald.server.customerpage;

import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.returns.ReturnOffer;
import upbeat.herald.core.returns.ReturnPage;
import upbeat.herald.core.timing.CustomerClock;
import upbeat.herald.core.tracking.PageText;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.tracking.TrackingPage;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.PageTexts;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.wording.PagePreview;

/** The tracking page as the place Wording shows it: by the code that serves it, without the customer's own links. */
@Component
class TrackingPagePreview implements PagePreview {
    private final TrackedOrders tracked;
    private final ReturnRepository returns;
    private final InstantSource clock;

    TrackingPagePreview(TrackedOrders tracked, ReturnRepository returns, InstantSource clock) {
        this.tracked = tracked;
        this.returns = returns;
        this.clock = clock;
    }

    @Override
    public String render(JdbcClient db, Optional<OrderRow> row, Order order, Brand brand, PageText text) {
        // In the language of the words that are looked at, so that the page reads as their customers' does.
        Locale words = PageTexts.languageFor(List.of(text.subject().locale().toLanguageTag()));
        Locale locale = CustomerLanguage.localeFor(words.toLanguageTag(), order);
        TrackedOrder.Clock today =
                new TrackedOrder.Clock(locale, CustomerClock.of(order).likely(), clock.instant());
        TrackedOrder shown = row.map(r -> tracked.load(db, r))
                .map(known -> new TrackedOrder(order, brand, known.ended(), known.parcels(), today))
                .orElseGet(() -> new TrackedOrder(order, brand, null, List.of(), today));
        List<CustomerReturn> earlier = row.map(r -> returns.findByOrder(db, r.id()).stream()
                        .map(ReturnRepository.ReturnRow::content)
                        .toList())
                .orElse(List.of());
        String back = new ReturnPage(shown, "#").writeCard(ReturnOffer.of(shown, earlier), earlier);
        return TrackingPage.render(shown, new TrackingPage.Links(null, null, back, List.of()), text);
    }
}
