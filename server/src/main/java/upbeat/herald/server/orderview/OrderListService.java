package upbeat.herald.server.orderview;

import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.orderview.SavedViewRepository.View;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.NotFoundException;

/** The place Orders: the route, the list, one order's timeline. */
@Service
class OrderListService {
    private static final int PAGE = 100;
    private static final int COUNTED = 10_000;
    private final StageCountRepository counts;
    private final OrderExport export;
    private final CarrierRepository carriers;
    private final OrderListRepository orderList;
    private final OrderRepository orders;
    private final OrderViewService orderViews;
    private final SavedViewRepository views;
    private final OrderTimeline timeline;
    private final NoticeOutcomes noticeOutcomes;
    private final MessageRepository messages;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    OrderListService(
            StageCountRepository counts,
            OrderExport export,
            CarrierRepository carriers,
            OrderListRepository orderList,
            OrderRepository orders,
            OrderViewService orderViews,
            SavedViewRepository views,
            OrderTimeline timeline,
            NoticeOutcomes noticeOutcomes,
            MessageRepository messages,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.counts = counts;
        this.export = export;
        this.carriers = carriers;
        this.orderList = orderList;
        this.orders = orders;
        this.orderViews = orderViews;
        this.views = views;
        this.timeline = timeline;
        this.noticeOutcomes = noticeOutcomes;
        this.messages = messages;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    record OrderTimelineView(OrderView order, List<OrderTimeline.Entry> story) {}

    /** @param arrived true where the customer has the message, false where it is to go out again */
    record Settle(@Nullable Boolean arrived) {}

    record ShownMessage(MessageView message, @Nullable String html, List<String> buttons) {}

    List<StageCountRepository.Stop> stageCounts() {
        return counts.countStages(reader, clock.instant());
    }

    /** @param views kept filters; the others what there is to choose from */
    record Choices(
            List<View> views,
            List<String> shops,
            List<String> countries,
            List<String> tags,
            List<CarrierChoice> carriers,
            @Nullable String preferredCarrier) {}

    record CarrierChoice(String key, String name, boolean inUse) {}

    record NewView(@Nullable String name, @Nullable String query) {}

    /** @param count up to {@code atMost} */
    record Count(int count, int atMost) {}

    OrderListRepository.Page list(OrderFilter filter, @Nullable String after) {
        if (after != null && !after.matches("-?\\d{1,18}-\\d{1,18}"))
            throw new HeraldException("after", "Set after to the value of next");
        return orderList.findPage(reader, filter, after, PAGE, clock.instant());
    }

    Count count(OrderFilter filter) {
        return new Count(orderList.count(reader, filter, COUNTED, clock.instant()), COUNTED);
    }

    Choices choices() {
        return new Choices(
                views.findAll(reader),
                orders.findShops(reader),
                orderList.findCountries(reader),
                orderList.findTags(reader),
                carriers.findAll(reader).stream()
                        .map(c -> new CarrierChoice(c.key(), c.name(), c.inUse()))
                        .toList(),
                carriers.findDefaultKey(reader).orElse(null));
    }

    View keepView(NewView body) {
        String name = Texts.blankToNull(body.name());
        if (name == null || name.length() > 40) throw new HeraldException("name", "Enter a name of 1 to 40 characters");
        if (body.query() == null || body.query().length() > 1_000)
            throw new HeraldException("query", "Choose a filter first");
        long id = writer.write(db -> views.save(db, name, body.query()));
        return new View(id, name, body.query());
    }

    void dropView(long id) {
        writer.write(db -> {
            views.delete(db, id);
            return null;
        });
    }

    ResponseEntity<StreamingResponseBody> export(String format, OrderFilter filter) {
        if (!format.equals("csv") && !format.equals("xlsx")) throw new NotFoundException("Choose CSV or XLSX");
        boolean csv = format.equals("csv");
        filter.toSql(clock.instant());
        return ResponseEntity.ok()
                .header(
                        "Content-Type",
                        csv
                                ? "text/csv;charset=UTF-8"
                                : "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
                .header("Content-Disposition", "attachment; filename=\"orders." + format + "\"")
                .body(out -> export.write(reader, filter, csv, out, clock.instant()));
    }

    OrderTimelineView get(String shop, String number) {
        OrderRow row = find(shop, number);
        return new OrderTimelineView(orderViews.view(reader, row), timeline.build(reader, row));
    }

    List<NoticeOutcomes.NoticeOutcome> noticeOutcomes(String shop, String number) {
        return noticeOutcomes.listFor(reader, find(shop, number), clock.instant());
    }

    ShownMessage getMessage(String id) {
        MessageRow m = messages.find(reader, id).orElseThrow(() -> new NotFoundException("There is no message " + id));
        OrderRow row = orders.get(reader, m.origin().orderId());
        return new ShownMessage(
                MessageView.of(m, row.order().shop(), row.order().number()),
                m.sent().html(),
                m.sent().question() == null
                        ? List.of()
                        : m.sent().question().buttons().stream()
                                .map(b -> b.label())
                                .toList());
    }

    ShownMessage settleMessage(String id, Settle body) {
        if (body.arrived() == null) throw new HeraldException("arrived", "Choose whether the message was delivered");
        writer.write(db -> {
            MessageRow m = messages.find(db, id).orElseThrow(() -> new NotFoundException("There is no message " + id));
            if (m.state().status() != MessageStatus.UNSURE)
                throw new HeraldException(
                        "id", "This message is " + m.state().status().code() + ". There's nothing to record");
            if (body.arrived()) messages.markAccepted(db, m.seq(), m.sent().gatewayRef(), clock.instant());
            else messages.markWaiting(db, m.seq(), "Sent again by you", null);
            return null;
        });
        signal.signal();
        return getMessage(id);
    }

    private OrderRow find(String shop, String number) {
        return orders.find(reader, shop, number)
                .orElseThrow(() -> new NotFoundException("There is no order " + number + " in shop " + shop));
    }
}
