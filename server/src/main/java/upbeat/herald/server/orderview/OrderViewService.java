package upbeat.herald.server.orderview;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.server.brand.PageAddresses;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.CarrierPollRepository;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ScanRepository;

/** Puts together all that is known of an order. */
@Component
public class OrderViewService {
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final ScanRepository scans;
    private final CarrierRepository carriers;
    private final CarrierPollRepository watches;
    private final MessageRepository messages;
    private final AnswerRepository answers;
    private final PageAddresses pages;

    OrderViewService(
            OrderRepository orders,
            ParcelRepository parcels,
            ScanRepository scans,
            CarrierRepository carriers,
            CarrierPollRepository watches,
            MessageRepository messages,
            AnswerRepository answers,
            PageAddresses pages) {
        this.orders = orders;
        this.parcels = parcels;
        this.scans = scans;
        this.carriers = carriers;
        this.watches = watches;
        this.messages = messages;
        this.answers = answers;
        this.pages = pages;
    }

    public OrderView view(JdbcClient db, OrderRow row) {
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
                new OrderView.Recipient(
                        who, o.shipTo(), new OrderView.ConsentView(consent.email(), consent.sms(), consent.whatsapp())),
                new OrderView.Purchase(
                        o.purchase().payment().code(),
                        o.purchase().currency(),
                        OrderView.plainAmount(o.purchase().total()),
                        o.purchase().items().stream()
                                .map(OrderView.ItemView::of)
                                .toList()),
                orders.findTags(db, row.id()),
                row.stage(),
                new OrderView.Story(
                        parcels.findByOrder(db, row.id()).stream()
                                .map(p -> viewParcel(db, o, p))
                                .toList(),
                        messages.findByOrder(db, row.id()).stream()
                                .map(m -> MessageView.of(m, o.shop(), o.number()))
                                .toList(),
                        answers.findByOrder(db, row.id()).stream()
                                .map(a -> new OrderView.AnswerView(
                                        a.noticeId(), a.button(), a.label(), a.text(), a.refuses(), a.via(), a.at()))
                                .toList(),
                        orders.findNotes(db, row.id()),
                        row.onHold(),
                        pages.trackingPage(db, o.shop(), row.id())));
    }

    public OrderView.ParcelView viewParcel(JdbcClient db, Order order, ParcelRow p) {
        Parcel followed = parcels.currentLeg(db, p);
        Carrier carrier = carriers.find(db, followed.carrier()).orElse(null);
        Carrier own = carriers.find(db, p.parcel().carrier()).orElse(null);
        Order.ShipTo to = order.shipTo();
        String language = order.customer() == null ? null : order.customer().language();
        List<OrderView.ScanView> list = scans.findByParcel(db, p.id()).stream()
                .map(s -> new OrderView.ScanView(
                        s.event().code(),
                        s.event().text(),
                        s.event().at(),
                        s.event().place(),
                        s.stage() == null ? null : s.stage().code(),
                        s.late(),
                        s.source(),
                        s.receivedAt()))
                .toList();
        return new OrderView.ParcelView(
                new OrderView.TrackingView(
                        p.parcel().carrier(),
                        name(db, p.parcel().carrier()),
                        p.parcel().trackingNumber(),
                        own == null
                                ? null
                                : TrackingNumber.findDoubt(p.parcel().trackingNumber(), own)
                                        .orElse(null),
                        TrackingLink.build(
                                carrier,
                                followed.trackingNumber(),
                                to == null ? null : to.postcode(),
                                to == null ? null : to.country(),
                                language)),
                p.stage().code(),
                p.parcel().items(),
                list,
                parcels.findLegs(db, p.id()).stream()
                        .map(l -> new OrderView.LegView(
                                l.carrier(), name(db, l.carrier()), l.trackingNumber(), l.since()))
                        .toList(),
                watches.findByParcel(db, p.id()).stream()
                        .map(w -> new OrderView.AskedView(
                                w.carrier(),
                                w.progress().tries(),
                                w.progress().nextAt(),
                                w.progress().endedBy(),
                                w.progress().said()))
                        .toList());
    }

    private String name(JdbcClient db, String carrier) {
        return carriers.find(db, carrier).map(Carrier::name).orElse(carrier);
    }
}
