package upbeat.herald.server.orders;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Stage;

/**
 * How many orders stand at each stop of the route. A stop where the way ends shows those that came there within a day.
 */
@Repository
public class RouteCounts {
    static final Duration ENDED_SHOWN_FOR = Duration.ofHours(24);
    private static final String PARCELS = """
            select p.stage as stage, count(distinct p.order_id) as n from parcel p join shop_order o on o.id = p.order_id
            where o.ended is null and (p.stage not in ('delivered', 'returned') or p.stage_at >= ?) group by p.stage""";
    private static final String WITHOUT_PARCEL = """
            select 'ordered' as stage, count(*) as n from shop_order o where o.stage = 'ordered' and o.ended is null and not exists (select 1 from parcel p where p.order_id = o.id)
            union all select o.ended, count(*) from shop_order o join stage_reached r on r.order_id = o.id and r.parcel_id is null and r.stage = o.ended where r.at >= ? group by o.ended""";

    /** @param onLine position on the line, 0 to 5; {@code side} true for a stop beside it */
    public record Stop(String stage, int onLine, boolean side, int orders) {}

    public List<Stop> all(JdbcClient db, Instant now) {
        long since = now.minus(ENDED_SHOWN_FOR).toEpochMilli();
        record Count(String stage, int n) {}
        List<Count> counts = new ArrayList<>(db.sql(PARCELS)
                .param(since)
                .query((rs, i) -> new Count(rs.getString("stage"), rs.getInt("n")))
                .list());
        counts.addAll(db.sql(WITHOUT_PARCEL)
                .param(since)
                .query((rs, i) -> new Count(rs.getString("stage"), rs.getInt("n")))
                .list());
        Map<String, Integer> byStage = counts.stream()
                .filter(c -> c.stage() != null)
                .collect(Collectors.toMap(Count::stage, Count::n, Integer::sum));
        return java.util.Arrays.stream(Stage.values())
                .map(s -> new Stop(s.code(), s.onLine(), s.side(), byStage.getOrDefault(s.code(), 0)))
                .toList();
    }
}
