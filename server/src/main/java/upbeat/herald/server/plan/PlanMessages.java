package upbeat.herald.server.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.StageReached;
import upbeat.herald.core.plan.Case;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Decide;
import upbeat.herald.core.plan.Decision;
import upbeat.herald.core.plan.History;
import upbeat.herald.core.plan.Moment;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.PlannedMessage;
import upbeat.herald.core.plan.Reason;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.dispatch.MessageStatus;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.orders.ReachedStore;

/** Asks the core what a moment means for a customer and keeps the answer, in the transaction of the fact. */
@Component
public class PlanMessages {
    private static final String FORGET_UNREACHED =
            "delete from message where order_id = ? and status = 'withheld' and reason_code in ('NO_ADDRESS', 'NO_CONSENT')";
    private static final String READDRESS =
            "update message set address = case channel when 'email' then ? else ? end where order_id = ? and status in ('planned', 'waiting')";

    private static final Reason QUIET = new Reason(Reason.Code.QUIET, "You decided that nothing goes out for this");

    private final NoticeStore notices;
    private final MessageStore messages;
    private final ParcelStore parcels;
    private final ReachedStore reached;
    private final CaseBook cases;
    private final MessageIds ids;

    PlanMessages(
            NoticeStore notices,
            MessageStore messages,
            ParcelStore parcels,
            ReachedStore reached,
            CaseBook cases,
            MessageIds ids) {
        this.notices = notices;
        this.messages = messages;
        this.parcels = parcels;
        this.reached = reached;
        this.cases = cases;
        this.ids = ids;
    }

    /**
     * Plans for one stage reached. @param parcel null for a stage of the order. @return how many messages were planned
     */
    public int forMoment(JdbcClient db, OrderRow order, ParcelRow parcel, Moment moment, Instant now) {
        return keep(
                db,
                decide(
                        notices.all(db),
                        order,
                        parcel,
                        parcels.of(db, order.id()),
                        cases.open(db, order),
                        List.of(moment),
                        now,
                        false));
    }

    /**
     * What to keep for the stages that one report brought: messages to send, and those held back for a reason somebody
     * should see.
     *
     * @param notices the plan, see {@link #notices}
     * @param all the order's parcels
     * @param history of the order; it learns what is decided here
     * @param quiet true where somebody decided that nothing goes out for it: each message is held back, with that
     *     reason
     */
    public List<MessageStore.New> decide(
            List<Notice> notices,
            OrderRow order,
            ParcelRow parcel,
            List<ParcelRow> all,
            OpenHistory history,
            List<Moment> moments,
            Instant now,
            boolean quiet) {
        Case c = cases.of(order, parcel, all);
        List<MessageStore.New> decided = new ArrayList<>();
        for (Moment moment : moments) {
            Decision decision = Decide.decide(notices, c, moment, history.history(), now);
            for (PlannedMessage m : decision.messages()) {
                if (quiet)
                    decided.addAll(withheld(
                            order,
                            parcel,
                            new Decision.NotSent(m.notice(), m.parcel(), m.occasion(), m.channel(), QUIET),
                            now));
                else decided.add(planned(order, parcel, m, now));
            }
            for (Decision.NotSent n : decision.notSent())
                if (n.reason().code().meant()) decided.addAll(withheld(order, parcel, n, now));
        }
        decided.forEach(m -> history.say(History.key(m.noticeId(), m.parcel(), m.occasion())));
        return decided;
    }

    /** Keeps what was decided; what was kept before is left alone. @return how many messages were planned */
    public int keep(JdbcClient db, List<MessageStore.New> decided) {
        messages.insert(
                db,
                decided.stream()
                        .filter(m -> m.status() != MessageStatus.PLANNED)
                        .toList());
        return messages.insert(
                db,
                decided.stream()
                        .filter(m -> m.status() == MessageStatus.PLANNED)
                        .toList());
    }

    /** The plan as it stands; within one transaction it does not change, so that many reports can share it. */
    public List<Notice> notices(JdbcClient db) {
        return notices.all(db);
    }

    /** Keeps a planned message; false where it was planned before. */
    public boolean plan(JdbcClient db, OrderRow order, ParcelRow parcel, PlannedMessage m, Instant now) {
        return keep(db, List.of(planned(order, parcel, m, now))) == 1;
    }

    private MessageStore.New planned(OrderRow order, ParcelRow parcel, PlannedMessage m, Instant now) {
        return new MessageStore.New(
                ids.next(now),
                m.notice().id(),
                order.id(),
                m.parcel(),
                parcelId(parcel, m.parcel()),
                m.occasion(),
                m.notice().stage(),
                m.channel(),
                m.to(),
                language(order),
                MessageStatus.PLANNED,
                null,
                m.standBy(),
                now,
                m.dueAt());
    }

    private List<MessageStore.New> withheld(OrderRow order, ParcelRow parcel, Decision.NotSent n, Instant now) {
        List<Channel> channels = n.channel() == null
                ? n.notice()
                        .channels()
                        .subList(0, Math.min(1, n.notice().channels().size()))
                : List.of(n.channel());
        return channels.stream()
                .map(channel -> new MessageStore.New(
                        ids.next(now),
                        n.notice().id(),
                        order.id(),
                        n.parcel(),
                        parcelId(parcel, n.parcel()),
                        n.occasion(),
                        n.notice().stage(),
                        channel,
                        null,
                        language(order),
                        MessageStatus.WITHHELD,
                        n.reason(),
                        List.of(),
                        now,
                        now))
                .toList();
    }

    /** The customer's addresses changed: what is planned goes to the new one, and what found none is decided again. */
    public int again(JdbcClient db, OrderRow order, Instant now) {
        var customer = order.order().customer();
        if (customer != null && customer.email() != null && customer.phone() != null)
            db.sql(READDRESS)
                    .params(customer.email(), customer.phone(), order.id())
                    .update();
        if (db.sql(FORGET_UNREACHED).param(order.id()).update() == 0) return 0;
        int planned = 0;
        for (ReachedStore.Reached r : reached.of(db, order.id())) {
            ParcelRow parcel = r.parcelId() == null ? null : parcels.get(db, r.parcelId());
            StageReached v = r.visit();
            planned += forMoment(db, order, parcel, new Moment(v.stage(), v.occasion(), v.at(), null), now);
        }
        return planned;
    }

    private static Long parcelId(ParcelRow parcel, String trackingNumber) {
        return parcel == null || trackingNumber == null ? null : Long.valueOf(parcel.id());
    }

    private static String language(OrderRow order) {
        String language = CustomerLanguage.of(order.order());
        return language == null ? "en" : language;
    }
}
