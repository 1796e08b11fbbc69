package upbeat.herald.server.orderview;

import java.time.InstantSource;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;

/** One order: its timeline, and what each notice did or would do for it. */
@Service
class OrderDetailService {
    private final OrderRepository orders;
    private final OrderViewService orderViews;
    private final OrderTimeline timeline;
    private final NoticeOutcomes noticeOutcomes;
    private final JdbcClient reader;
    private final InstantSource clock;

    OrderDetailService(
            OrderRepository orders,
            OrderViewService orderViews,
            OrderTimeline timeline,
            NoticeOutcomes noticeOutcomes,
            JdbcClient reader,
            InstantSource clock) {
        this.orders = orders;
        this.orderViews = orderViews;
        this.timeline = timeline;
        this.noticeOutcomes = noticeOutcomes;
        this.reader = reader;
        this.clock = clock;
    }

    record OrderTimelineView(OrderView order, List<OrderTimeline.Entry> story) {}

    OrderTimelineView get(String shop, String number) {
        OrderRow row = find(shop, number);
        return new OrderTimelineView(orderViews.view(reader, row), timeline.build(reader, row));
    }

    List<NoticeOutcome> noticeOutcomes(String shop, String number) {
        return noticeOutcomes.listFor(reader, find(shop, number), clock.instant());
    }

    private OrderRow find(String shop, String number) {
        return orders.get(reader, shop, number);
    }
}
