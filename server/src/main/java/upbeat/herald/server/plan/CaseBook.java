package upbeat.herald.server.plan;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.plan.Case;
import upbeat.herald.core.plan.History;
import upbeat.herald.server.answers.AnswerStore;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;

/** Lays an order before the core: as it stands, and what it heard and answered. */
@Component
public class CaseBook {
    private final ParcelStore parcels;
    private final MessageStore messages;
    private final AnswerStore answers;

    CaseBook(ParcelStore parcels, MessageStore messages, AnswerStore answers) {
        this.parcels = parcels;
        this.messages = messages;
        this.answers = answers;
    }

    /** @param parcel the parcel in question, or null for the order as a whole */
    public Case of(JdbcClient db, OrderRow order, ParcelRow parcel) {
        return of(order, parcel, parcels.of(db, order.id()));
    }

    /** The same, where its parcels are at hand. */
    Case of(OrderRow order, ParcelRow parcel, List<ParcelRow> all) {
        return new Case(order.order(), parcel == null ? null : parcel.parcel(), parcel == null ? null : parcel.stage(), all.stream().map(ParcelRow::stage).toList(), order.ended());
    }

    public History history(JdbcClient db, OrderRow order) {
        List<AnswerStore.AnswerRow> given = answers.of(db, order.id());
        Set<String> answered = given.stream().map(AnswerStore.AnswerRow::noticeId).collect(Collectors.toSet());
        return new History(messages.said(db, order.id()), answered, given.stream().anyMatch(AnswerStore.AnswerRow::refuses));
    }
}
