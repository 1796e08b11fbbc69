package upbeat.herald.server.orderview;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.notice.Series;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRef;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.SeriesExitRepository;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** Who is in which series, since when, and what comes next; and taking an order out. */
@Service
class SeriesMemberService {
    private static final int MOST = 200;

    private final SeriesMemberRepository members;
    private final NoticeRepository notices;
    private final OrderRepository orders;
    private final MessageRepository messages;
    private final SeriesExitRepository exits;
    private final MessageReplan replan;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    SeriesMemberService(
            SeriesMemberRepository members,
            NoticeRepository notices,
            OrderRepository orders,
            MessageRepository messages,
            SeriesExitRepository exits,
            MessageReplan replan,
            JdbcClient reader,
            SignallingWriter writer) {
        this.members = members;
        this.notices = notices;
        this.orders = orders;
        this.messages = messages;
        this.exits = exits;
        this.replan = replan;
        this.reader = reader;
        this.writer = writer;
    }

    /** @param total how many orders are in it; {@code members} the first of them, those first that hear next */
    record SeriesMembers(int total, List<SeriesMember> members) {}

    /**
     * @param since when its first message was planned
     * @param left how many messages are still to come
     * @param ends why the next will not be sent, as things are now; or null
     */
    record SeriesMember(
            String shop,
            String number,
            @Nullable String customer,
            Instant since,
            NextMessage next,
            int left,
            @Nullable String ends) {}

    record NextMessage(String notice, String channel, Instant dueAt) {}

    SeriesMembers list(String id) {
        Series series = get(reader, id);
        List<SeriesMember> found = new ArrayList<>();
        for (SeriesMemberRepository.Member m : members.find(reader, series.noticeIds(), MOST)) {
            OrderRow order = orders.get(reader, m.orderId());
            List<MessageRow> open = messages.findByOrder(reader, m.orderId()).stream()
                    .filter(x -> isOpen(x, series))
                    .sorted(Comparator.comparing(x -> x.times().dueAt()))
                    .toList();
            // The next may have left since.
            if (!open.isEmpty()) found.add(member(order, m.since(), open));
        }
        return new SeriesMembers(members.count(reader, series.noticeIds()), found);
    }

    private SeriesMember member(OrderRow row, Instant since, List<MessageRow> open) {
        Order order = row.order();
        MessageRow next = open.get(0);
        String notice = notices.find(reader, next.origin().noticeId())
                .map(Notice::name)
                .orElse(next.origin().noticeId());
        return new SeriesMember(
                order.shop(),
                order.number(),
                order.customer() == null ? null : order.customer().name(),
                since,
                new NextMessage(
                        notice, next.recipient().channel().code(), next.times().dueAt()),
                open.size(),
                replan.findObstacle(reader, next, row, writer.now())
                        .map(Reason::text)
                        .orElse(null));
    }

    private static boolean isOpen(MessageRow m, Series series) {
        MessageStatus status = m.state().status();
        return (status == MessageStatus.PLANNED || status == MessageStatus.WAITING)
                && series.noticeIds().contains(m.origin().noticeId());
    }

    /** Nothing more of the series is sent to the order. */
    void leave(String id, OrderRef name, String by) {
        writer.write((db, now) -> {
            Series series = get(db, id);
            OrderRow order = find(db, name);
            if (exits.insert(db, order.id(), id, by, now))
                orders.addNote(db, order.id(), "Taken out of the series \"" + series.name() + "\" by " + by, now);
            replan.recheckSeries(db, order, now);
            return null;
        });
    }

    /** Takes that back: what isn't late yet is planned again. */
    void comeBack(String id, OrderRef name, String by) {
        writer.write((db, now) -> {
            Series series = get(db, id);
            OrderRow order = find(db, name);
            if (exits.delete(db, order.id(), id))
                orders.addNote(db, order.id(), "Put back into the series \"" + series.name() + "\" by " + by, now);
            replan.recheckSeries(db, order, now);
            return null;
        });
    }

    private Series get(JdbcClient db, String id) {
        Optional<Series> found =
                notices.findSeries(db).stream().filter(s -> s.id().equals(id)).findFirst();
        return found.orElseThrow(() -> new NotFoundException("There is no such series"));
    }

    private OrderRow find(JdbcClient db, OrderRef name) {
        return orders.get(db, name.shop(), name.number());
    }
}
