package upbeat.herald.server.orderview;

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
public class StageCountRepository {
    static final Duration ENDED_SHOWN_FOR = Duration.ofHours(24);
    private static final String PARCELS = """
            select p.stage as stage, count(distinct p.order_id) as n from parcel p join shop_order o on o.id = p.order_id
            where o.ended is null and (p.stage not in (:final) or p.stage_at >= :since) group by p.stage""";
    private static final String WITHOUT_PARCEL = """
            select :ordered as stage, count(*) as n from shop_order o
            where o.stage = :ordered and o.ended is null
            and not exists (select 1 from parcel p where p.order_id = o.id)
            union all
            select o.ended, count(*) from shop_order o
            join stage_reached r on r.order_id = o.id and r.parcel_id is null and r.stage = o.ended
            where r.at >= :since group by o.ended""";

    /** @param position on the line, 0 to 5; {@code side} true for a stop beside it */
    public record Stop(String stage, int position, boolean side, int orders) {}

    public List<Stop> countStages(JdbcClient db, Instant now) {
        long since = now.minus(ENDED_SHOWN_FOR).toEpochMilli();
        record Count(String stage, int n) {}
        List<Count> counts = new ArrayList<>(db.sql(PARCELS)
                .param("final", Stage.codes(Stage::isFinal))
                .param("since", since)
                .query((rs, i) -> new Count(rs.getString("stage"), rs.getInt("n")))
                .list());
        counts.addAll(db.sql(WITHOUT_PARCEL)
                .param("ordered", Stage.ORDERED.code())
                .param("since", since)
                .query((rs, i) -> new Count(rs.getString("stage"), rs.getInt("n")))
                .list());
        Map<String, Integer> byStage = counts.stream()
                .filter(c -> c.stage() != null)
                .collect(Collectors.toMap(Count::stage, Count::n, Integer::sum));
        return java.util.Arrays.stream(Stage.values())
                .map(s -> new Stop(s.code(), s.position(), s.isSide(), byStage.getOrDefault(s.code(), 0)))
                .toList();
    }
}
