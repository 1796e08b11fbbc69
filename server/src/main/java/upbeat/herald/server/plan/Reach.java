package upbeat.herald.server.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.plan.Case;
import upbeat.herald.core.plan.Decide;
import upbeat.herald.core.plan.Decision;
import upbeat.herald.core.plan.History;
import upbeat.herald.core.plan.Moment;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;

/** Whom a notice would have reached, before it is live. */
@Component
class Reach {
    private static final int MOST_MOMENTS = 5_000;
    private static final String MOMENTS =
            "select order_id, parcel_id, occasion, at from stage_reached where stage = ? and at >= ? order by at desc limit "
                    + MOST_MOMENTS;

    private final OrderStore orders;
    private final ParcelStore parcels;
    private final JdbcClient reader;

    Reach(OrderStore orders, ParcelStore parcels, JdbcClient reader) {
        this.orders = orders;
        this.parcels = parcels;
        this.reader = reader;
    }

    /**
     * Over the last 30 days. @param moments how often the stage was reached; {@code moved} how many the send window put
     * off; {@code reasons} of the others, most frequent first
     */
    record Reached(int moments, int reached, Map<String, Integer> byChannel, int moved, List<Counted> reasons) {}

    record Counted(String reason, int count) {}

    Reached of(Notice notice, Instant since, Instant now) {
        record Visit(long order, Long parcel, String occasion, Instant at) {}
        List<Visit> visits = reader.sql(MOMENTS)
                .params(notice.stage().code(), since.toEpochMilli())
                .query((rs, i) -> {
                    long p = rs.getLong("parcel_id");
                    Long parcel = rs.wasNull() ? null : Long.valueOf(p);
                    return new Visit(
                            rs.getLong("order_id"),
                            parcel,
                            rs.getString("occasion"),
                            Instant.ofEpochMilli(rs.getLong("at")));
                })
                .list();
        Map<String, Integer> byChannel = new TreeMap<>();
        Map<String, Integer> reasons = new LinkedHashMap<>();
        int reached = 0;
        int moved = 0;
        for (Visit v : visits) {
            OrderRow order = orders.get(reader, v.order());
            ParcelRow parcel = v.parcel() == null ? null : parcels.get(reader, v.parcel());
            // As it stood then: at the stage itself, nothing said, nothing overtaken.
            Case then = new Case(
                    order.order(),
                    parcel == null ? null : parcel.parcel(),
                    parcel == null ? null : notice.stage(),
                    parcel == null ? List.of() : List.of(notice.stage()),
                    notice.stage().ofOrder() && notice.stage() != Stage.ORDERED ? notice.stage() : null);
            Decision d = Decide.decide(
                    List.of(notice),
                    then,
                    new Moment(notice.stage(), v.occasion(), v.at(), null),
                    History.NONE,
                    v.at());
            if (!d.messages().isEmpty()) reached++;
            d.messages().forEach(m -> byChannel.merge(m.channel().code(), 1, Integer::sum));
            if (d.messages().stream().anyMatch(m -> m.dueAt().isAfter(v.at().plus(notice.after())))) moved++;
            if (d.messages().isEmpty())
                d.notSent().stream()
                        .map(n -> n.reason().text())
                        .distinct()
                        .forEach(t -> reasons.merge(t, 1, Integer::sum));
        }
        List<Counted> counted = new ArrayList<>(reasons.entrySet().stream()
                .map(e -> new Counted(e.getKey(), e.getValue()))
                .sorted(Comparator.comparing(Counted::count).reversed())
                .limit(5)
                .toList());
        return new Reached(visits.size(), reached, byChannel, moved, counted);
    }
}
