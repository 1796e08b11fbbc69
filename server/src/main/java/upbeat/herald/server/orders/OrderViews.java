package upbeat.herald.server.orders;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.server.answers.AnswerStore;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.carriers.CarrierWatchStore;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.dispatch.MessageView;

/** Puts together all that is known of an order. */
@Component
public class OrderViews {
    private final OrderStore orders;
    private final ParcelStore parcels;
    private final ScanStore scans;
    private final CarrierStore carriers;
    private final CarrierWatchStore watches;
    private final MessageStore messages;
    private final AnswerStore answers;

    OrderViews(
            OrderStore orders,
            ParcelStore parcels,
            ScanStore scans,
            CarrierStore carriers,
            CarrierWatchStore watches,
            MessageStore messages,
            AnswerStore answers) {
        this.orders = orders;
        this.parcels = parcels;
        this.scans = scans;
        this.carriers = carriers;
        this.watches = watches;
        this.messages = messages;
        this.answers = answers;
    }

    public OrderView of(JdbcClient db, OrderRow row) {
        Order o = row.order();
        OrderView.CustomerView who = o.customer() == null
                ? null
                : new OrderView.CustomerView(
                        o.customer().name(),
                        o.customer().email(),
                        o.customer().phone(),
                        o.customer().language());
        Order.Consent consent = o.consent() == null ? Order.Consent.UNKNOWN : o.consent();
        return new OrderView(
                o.shop(),
                o.number(),
                o.placedAt(),
                who,
                o.shipTo(),
                o.payment().code(),
                o.currency(),
                OrderView.plain(o.total()),
                o.items().stream().map(OrderView.ItemView::of).toList(),
                new OrderView.ConsentView(consent.email(), consent.sms(), consent.whatsapp()),
                orders.tags(db, row.id()),
                row.stage(),
                parcels.of(db, row.id()).stream().map(p -> parcel(db, o, p)).toList(),
                messages.of(db, row.id()).stream()
                        .map(m -> MessageView.of(m, o.shop(), o.number()))
                        .toList(),
                answers.of(db, row.id()).stream()
                        .map(a -> new OrderView.AnswerView(a.noticeId(), a.button(), a.label(), a.via(), a.at()))
                        .toList(),
                orders.notes(db, row.id()));
    }

    public OrderView.ParcelView parcel(JdbcClient db, Order order, ParcelRow p) {
        Parcel followed = parcels.followed(db, p);
        Carrier carrier = carriers.find(db, followed.carrier()).orElse(null);
        Order.ShipTo to = order.shipTo();
        String language = order.customer() == null ? null : order.customer().language();
        List<OrderView.ScanView> list = scans.ofParcel(db, p.id()).stream()
                .map(s -> new OrderView.ScanView(
                        s.code(),
                        s.text(),
                        s.at(),
                        s.place(),
                        s.stage() == null ? null : s.stage().code(),
                        s.late(),
                        s.source(),
                        s.receivedAt()))
                .toList();
        return new OrderView.ParcelView(
                p.parcel().carrier(),
                name(db, p.parcel().carrier()),
                p.parcel().trackingNumber(),
                TrackingLink.of(
                        carrier,
                        followed.trackingNumber(),
                        to == null ? null : to.postcode(),
                        to == null ? null : to.country(),
                        language),
                p.stage().code(),
                p.parcel().items(),
                list,
                parcels.legs(db, p.id()).stream()
                        .map(l -> new OrderView.LegView(
                                l.carrier(), name(db, l.carrier()), l.trackingNumber(), l.since()))
                        .toList(),
                watches.of(db, p.id()).stream()
                        .map(w -> new OrderView.AskedView(w.carrier(), w.tries(), w.nextAt(), w.endedBy(), w.said()))
                        .toList());
    }

    private String name(JdbcClient db, String carrier) {
        return carriers.find(db, carrier).map(Carrier::name).orElse(carrier);
    }
}
