package upbeat.herald.server.dispatch;

import java.time.InstantSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.plan.Decide;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.plan.CaseBook;
import upbeat.herald.server.plan.NoticeStore;
import upbeat.herald.server.plan.PlanMessages;

/** When a channel did not work, plans the message for the one that stands by, in the same transaction. */
@Component
class NextChannel {
    private final NoticeStore notices;
    private final OrderStore orders;
    private final ParcelStore parcels;
    private final CaseBook cases;
    private final PlanMessages plan;
    private final InstantSource clock;

    NextChannel(
            NoticeStore notices,
            OrderStore orders,
            ParcelStore parcels,
            CaseBook cases,
            PlanMessages plan,
            InstantSource clock) {
        this.notices = notices;
        this.orders = orders;
        this.parcels = parcels;
        this.cases = cases;
        this.plan = plan;
        this.clock = clock;
    }

    void after(JdbcClient db, MessageRow failed) {
        if (failed.standBy().isEmpty()) return;
        OrderRow order = orders.get(db, failed.orderId());
        ParcelRow parcel = failed.parcelId() == null ? null : parcels.get(db, failed.parcelId());
        notices.find(db, failed.noticeId())
                .flatMap(n -> Decide.next(
                        n,
                        cases.of(db, order, parcel),
                        failed.parcel(),
                        failed.occasion(),
                        failed.standBy(),
                        clock.instant()))
                .ifPresent(m -> plan.plan(db, order, parcel, m, clock.instant()));
    }
}
