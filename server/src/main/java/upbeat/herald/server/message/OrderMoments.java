package upbeat.herald.server.message;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.core.notice.Trigger;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.AnswerRepository.AnswerRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.StageVisitRepository;

/** What happened to an order so far that sets notices off: stages it reached, and answers. */
@Component
public class OrderMoments {
    private final StageVisitRepository visits;
    private final AnswerRepository answers;
    private final MessageRepository messages;
    private final ParcelRepository parcels;
    private final ReturnRepository returns;

    OrderMoments(
            StageVisitRepository visits,
            AnswerRepository answers,
            MessageRepository messages,
            ParcelRepository parcels,
            ReturnRepository returns) {
        this.visits = visits;
        this.answers = answers;
        this.messages = messages;
        this.parcels = parcels;
        this.returns = returns;
    }

    /** @param parcel the one it is about, or null for the order as a whole */
    public record OrderMoment(@Nullable ParcelRow parcel, Moment moment) {}

    /** Stages first; those of a parcel that is gone are left out. */
    List<OrderMoment> list(JdbcClient db, long orderId) {
        List<OrderMoment> all = new ArrayList<>();
        for (StageVisitRepository.Reached r : visits.findByOrder(db, orderId)) {
            ParcelRow parcel =
                    r.parcelId() == null ? null : parcels.find(db, r.parcelId()).orElse(null);
            if (r.parcelId() != null && parcel == null) continue;
            StageVisit v = r.visit();
            all.add(new OrderMoment(parcel, Moment.of(v)));
        }
        for (ReturnRepository.ReturnRow r : returns.findByOrder(db, orderId))
            if (r.content().times().cancelledAt() == null) all.add(momentOf(db, r));
        for (AnswerRow answer : answers.findByOrder(db, orderId))
            find(db, answer).ifPresent(all::add);
        return all;
    }

    /** That the customer asked for a label. */
    public OrderMoment momentOf(JdbcClient db, ReturnRepository.ReturnRow r) {
        ParcelRow parcel =
                r.parcelId() == null ? null : parcels.find(db, r.parcelId()).orElse(null);
        return new OrderMoment(
                parcel, Moment.returnRequested(r.id(), r.content().times().requestedAt()));
    }

    /** Of an answer; empty where its question isn't kept any more. */
    public Optional<OrderMoment> find(JdbcClient db, AnswerRow answer) {
        return messages.find(db, answer.messageId()).map(m -> {
            Long about = m.origin().parcelId();
            return new OrderMoment(
                    about == null ? null : parcels.find(db, about).orElse(null),
                    Moment.answer(
                            m.origin().stage(),
                            new Trigger.AnswerGiven(answer.noticeId(), answer.button()),
                            answer.at()));
        });
    }
}
