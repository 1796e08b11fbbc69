package upbeat.herald.server.orderview;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.server.brand.PageAddresses;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ReturnRepository;

/** Puts together all that is known of an order. */
@Component
public class OrderViewService {
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final ParcelViewService parcelViews;
    private final MessageRepository messages;
    private final AnswerRepository answers;
    private final ReturnRepository returns;
    private final PageAddresses pages;

    OrderViewService(
            OrderRepository orders,
            ParcelRepository parcels,
            ParcelViewService parcelViews,
            MessageRepository messages,
            AnswerRepository answers,
            ReturnRepository returns,
            PageAddresses pages) {
        this.orders = orders;
        this.parcels = parcels;
        this.parcelViews = parcelViews;
        this.messages = messages;
        this.answers = answers;
        this.returns = returns;
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
                                .map(p -> parcelViews.view(db, o, p))
                                .toList(),
                        messages.findByOrder(db, row.id()).stream()
                                .map(m -> MessageView.of(m, o.shop(), o.number()))
                                .toList(),
                        answers.findByOrder(db, row.id()).stream()
                                .map(a -> new OrderView.AnswerView(
                                        a.noticeId(), a.button(), a.label(), a.text(), a.refuses(), a.via(), a.at()))
                                .toList(),
                        returns.findByOrder(db, row.id()).stream()
                                .map(r -> OrderView.ReturnView.of(r.content()))
                                .toList(),
                        orders.findNotes(db, row.id()),
                        row.onHold(),
                        pages.trackingPage(db, o.shop(), row.id())));
    }
}
