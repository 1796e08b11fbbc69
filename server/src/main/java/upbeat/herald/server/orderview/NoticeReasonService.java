package upbeat.herald.server.orderview;

import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;

/** For one notice: why orders got it, or didn't. */
@Service
class NoticeReasonService {
    private static final int MOST = 5;

    private final NoticeReasonRepository reasons;
    private final NoticeOutcomes outcomes;
    private final OrderRepository orders;
    private final JdbcClient reader;
    private final InstantSource clock;

    NoticeReasonService(
            NoticeReasonRepository reasons,
            NoticeOutcomes outcomes,
            OrderRepository orders,
            JdbcClient reader,
            InstantSource clock) {
        this.reasons = reasons;
        this.outcomes = outcomes;
        this.orders = orders;
        this.reader = reader;
        this.clock = clock;
    }

    record NoticeReason(String shop, String number, NoticeOutcome outcome) {}

    /** @param number of the orders that are asked for; null for the latest it decided about */
    List<NoticeReason> list(String noticeId, @Nullable String number) {
        String wanted = Texts.blankToNull(number);
        Stream<OrderRow> rows = wanted == null
                ? reasons.findLatest(reader, noticeId, MOST).stream().map(id -> orders.get(reader, id))
                : orders.findShops(reader).stream()
                        .map(shop -> orders.find(reader, shop, wanted.strip()))
                        .flatMap(Optional::stream);
        return rows.flatMap(row -> find(noticeId, row)).toList();
    }

    private Stream<NoticeReason> find(String noticeId, OrderRow row) {
        return outcomes.listFor(reader, row, clock.instant()).stream()
                .filter(o -> o.notice().equals(noticeId))
                .map(o -> new NoticeReason(row.order().shop(), row.order().number(), o));
    }
}
