package upbeat.herald.server.ingest;

import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.server.ingest.Ingested.Change;
import upbeat.herald.server.message.MessagePlanner;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.order.ContactCorrectionRepository;
import upbeat.herald.server.order.ContactCorrectionRepository.ContactCorrection;
import upbeat.herald.server.order.ContactCorrectionRepository.Field;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.SearchIndexRepository;
import upbeat.herald.server.order.StageVisitRepository;

/**
 * Takes orders in, and what ends them. Each method works inside the caller's transaction, so that a fact, the stages it
 * leads to and the messages these call for are kept together or not at all.
 */
@Component
public class OrderIngestService {
    private static final int MOST_NOTES = 10;

    private final OrderRepository orders;
    private final StageVisitRepository visits;
    private final ContactCorrectionRepository corrections;
    private final SearchIndexRepository search;
    private final MessagePlanner plan;
    private final MessageReplan replan;
    private final OrderStageUpdate standing;

    OrderIngestService(
            OrderRepository orders,
            StageVisitRepository visits,
            ContactCorrectionRepository corrections,
            SearchIndexRepository search,
            MessagePlanner plan,
            MessageReplan replan,
            OrderStageUpdate standing) {
        this.orders = orders;
        this.visits = visits;
        this.corrections = corrections;
        this.search = search;
        this.plan = plan;
        this.replan = replan;
        this.standing = standing;
    }

    public Ingested<OrderRow> ingestOrder(JdbcClient db, Order order, String source, Instant now) {
        Optional<OrderRow> known = orders.find(db, order.shop(), order.number());
        if (known.isEmpty()) {
            OrderRow row = orders.insert(db, order, source, now);
            order.tags().forEach(t -> orders.addTag(db, row.id(), t, source, now));
            search.index(db, row.id(), order, List.of());
            return new Ingested<>(row, Change.NEW, orderReaches(db, row, Stage.ORDERED, order.placedAt(), now));
        }
        OrderRow before = known.get();
        // A shop that sends an order again doesn't bring an erased customer back.
        Order taken = before.isErased() ? order.withoutPerson() : corrections.apply(db, before.id(), order);
        if (before.order().equals(taken)) return new Ingested<>(before, Change.UNCHANGED, 0);
        MessageReplan.Before was = replan.capture(db, before);
        return change(db, was, taken, source, now);
    }

    /** Addresses of a customer that somebody corrected: held against what the shop goes on sending. */
    public Ingested<OrderRow> correctContact(
            JdbcClient db, OrderRow before, @Nullable String email, @Nullable String phone, String by, Instant now) {
        Order corrected = before.order().withContact(email, phone);
        if (corrected.equals(before.order())) return new Ingested<>(before, Change.UNCHANGED, 0);
        Order.Customer was = before.order().customer() == null
                ? Order.Customer.NOBODY
                : before.order().customer();
        if (!Objects.equals(was.email(), email))
            corrections.save(db, before.id(), new ContactCorrection(Field.EMAIL, was.email(), email, now, by));
        if (!Objects.equals(was.phone(), phone))
            corrections.save(db, before.id(), new ContactCorrection(Field.PHONE, was.phone(), phone, now, by));
        return change(db, replan.capture(db, before), corrected, before.source(), now);
    }

    private Ingested<OrderRow> change(
            JdbcClient db, MessageReplan.Before was, Order taken, String source, Instant now) {
        OrderRow before = was.row();
        orders.update(db, before.id(), taken, now);
        // Only what is new in the document: what was taken off here stays off.
        taken.tags().stream()
                .filter(t -> !before.order().tags().contains(t))
                .forEach(t -> orders.addTag(db, before.id(), t, source, now));
        search.index(db, before.id(), taken);
        OrderRow row = standing.update(db, before.id());
        return new Ingested<>(row, Change.CHANGED, replan.replan(db, was, row, now));
    }

    /** Leaves a note on a new or changed order where one of its values could be read in two ways. */
    public void noteGuess(JdbcClient db, Ingested<OrderRow> put, OrderDocument document, Instant now) {
        // The note names the number, and of an erased customer nothing comes back.
        if (put.change() != Change.UNCHANGED && !put.row().isErased())
            document.describeGuess()
                    .ifPresent(text -> orders.addNote(db, put.row().id(), text, now));
    }

    /** Leaves notes on a new or changed order about what it was taken without. */
    public void noteLeftOut(JdbcClient db, Ingested<OrderRow> put, List<String> leftOut, Instant now) {
        // The notes show what was written, and of an erased customer nothing comes back.
        if (put.change() != Change.UNCHANGED && !put.row().isErased())
            leftOut.stream()
                    .distinct()
                    .limit(MOST_NOTES)
                    .forEach(text -> orders.addNote(db, put.row().id(), text, now));
    }

    /** Ends an order as cancelled or refunded; a second time changes nothing. */
    public Ingested<OrderRow> endOrder(JdbcClient db, OrderRow order, Stage ended, Instant now) {
        if (order.ended() == ended) return new Ingested<>(order, Change.UNCHANGED, 0);
        orders.updateStage(db, order.id(), ended.code(), ended);
        OrderRow row = orders.get(db, order.id());
        return new Ingested<>(row, Change.CHANGED, orderReaches(db, row, ended, now, now));
    }

    private int orderReaches(JdbcClient db, OrderRow row, Stage stage, Instant at, Instant now) {
        StageVisit visit = new StageVisit(stage, StageVisit.ONCE, at, false);
        if (visits.insert(db, List.of(new StageVisitRepository.Visit(row.id(), null, visit)), now) == 0) return 0;
        return plan.planForMoment(db, row, null, new Moment(stage, visit.occasion(), at, null), now);
    }
}
