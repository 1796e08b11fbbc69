package upbeat.herald.server.message;

import java.time.InstantSource;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Decide;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/** When a channel did not work, plans the message for the one that stands by, in the same transaction. */
@Component
public class ChannelFallback {
    private final MessageRepository messages;
    private final NoticeRepository notices;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final SituationLoader situations;
    private final MessagePlanner plan;
    private final InstantSource clock;

    ChannelFallback(
            MessageRepository messages,
            NoticeRepository notices,
            OrderRepository orders,
            ParcelRepository parcels,
            SituationLoader situations,
            MessagePlanner plan,
            InstantSource clock) {
        this.messages = messages;
        this.notices = notices;
        this.orders = orders;
        this.parcels = parcels;
        this.situations = situations;
        this.plan = plan;
        this.clock = clock;
    }

    /**
     * Keeps a message back that was planned: withheld, or cancelled where the customer answered. Where another channel
     * may still reach the customer, that one is planned.
     */
    public void hold(JdbcClient db, MessageRow m, Reason reason) {
        boolean held = reason.code() == Reason.Code.ANSWERED
                ? messages.markCancelled(db, m.seq(), reason)
                : messages.markWithheld(db, m.seq(), reason);
        if (held && reason.code().isOfChannel()) planNext(db, m);
    }

    public void planNext(JdbcClient db, MessageRow failed) {
        if (!failed.state().standBy().isEmpty())
            planOver(db, failed, failed.state().standBy());
    }

    /** Says the same over the first of these channels that reaches the customer. @return false where none does */
    public boolean planOver(JdbcClient db, MessageRow of, List<Channel> channels) {
        OrderRow order = orders.get(db, of.origin().orderId());
        ParcelRow parcel = of.origin().parcelId() == null
                ? null
                : parcels.get(db, of.origin().parcelId());
        return notices.find(db, of.origin().noticeId())
                .flatMap(n -> Decide.fallback(
                        n,
                        situations.load(db, order, parcel),
                        situations.loadHistory(db, order),
                        of.origin().parcel(),
                        of.origin().occasion(),
                        channels,
                        clock.instant()))
                .map(m -> plan.planMessage(db, order, parcel, m, clock.instant()))
                .orElse(false);
    }
}
