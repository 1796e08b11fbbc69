package upbeat.herald.server.customerpage;

import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.returns.ReturnNumber;
import upbeat.herald.core.returns.ReturnOffer;
import upbeat.herald.core.returns.ReturnRequest;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.wording.ReturnTerms;
import upbeat.herald.server.ingest.ReturnNews;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ReturnRepository.ReturnRow;
import upbeat.herald.server.order.SearchIndexRepository;

/** Gives a return its number. Works inside the caller's transaction, with what is known by then. */
@Component
public class ReturnAsk {
    /** A number that somebody used otherwise is passed over; so many in a row are none of ours. */
    private static final int MOST_TRIES = 100;

    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final TrackedOrders tracked;
    private final ReturnRepository returns;
    private final SearchIndexRepository index;
    private final ReturnNews news;

    ReturnAsk(
            OrderRepository orders,
            ParcelRepository parcels,
            TrackedOrders tracked,
            ReturnRepository returns,
            SearchIndexRepository index,
            ReturnNews news) {
        this.orders = orders;
        this.parcels = parcels;
        this.tracked = tracked;
        this.returns = returns;
        this.index = index;
        this.news = news;
    }

    /** @param fault key of why there is none, or null */
    public record Outcome(long id, @Nullable String fault) {}

    /** @param seen how many returns there were when the form was shown: one that is sent twice asks once */
    public Outcome ask(JdbcClient db, long orderId, ReturnRequest asked, @Nullable String seen, int most, Instant now) {
        OrderRow row = orders.get(db, orderId);
        TrackedOrder order = tracked.load(db, row);
        List<CustomerReturn> earlier = returns.findByOrder(db, orderId).stream()
                .map(ReturnRow::content)
                .toList();
        if (row.isErased()
                || earlier.size() >= most
                || !String.valueOf(earlier.size()).equals(seen)) return new Outcome(0, "fault.changed");
        ReturnOffer offer = ReturnOffer.of(order, earlier);
        String fault = asked.findFault(offer);
        if (fault != null) return new Outcome(0, fault);
        ReturnTerms terms = order.brand().returns();
        for (int i = 0; i < MOST_TRIES; i++) {
            String number = ReturnNumber.next(terms, returns.takeNumber(db, ReturnNumber.kindOf(terms)));
            if (number == null) break;
            Optional<Long> id = insert(db, row, asked, offer, terms, number, now);
            if (id.isPresent()) {
                index.index(db, orderId, row.order());
                news.requested(db, row, id.get(), now);
                return new Outcome(id.get(), null);
            }
        }
        return new Outcome(0, "fault.numbers");
    }

    private Optional<Long> insert(
            JdbcClient db,
            OrderRow row,
            ReturnRequest asked,
            ReturnOffer offer,
            ReturnTerms terms,
            String number,
            Instant now) {
        String carrier = Objects.requireNonNull(terms.carrier());
        if (parcels.findAny(db, carrier, number).isPresent()) return Optional.empty();
        long parcel = asked.parcelOf(offer);
        return returns.insert(
                db,
                row.id(),
                parcel == 0 ? null : Long.valueOf(parcel),
                new Parcel(carrier, number, List.of()),
                asked.choose(offer),
                Objects.requireNonNull(asked.reason()),
                asked.note(),
                now);
    }
}
