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
    /** Stages of an order as a whole that end it. */
    static final List<String> ENDS = Stage.codes(s -> s.isOrderStage() && s != Stage.ORDERED);

    private static final String OPEN = """
            select p.stage as stage, count(distinct p.order_id) as n from parcel p where p.stage in (:open)
            group by p.stage""";
    /** Parcels of orders that ended don't count any more; there are few. */
    private static final String OPEN_OF_ENDED = """
            select p.stage as stage, -count(distinct o.id) as n from shop_order o
            cross join parcel p on p.order_id = o.id where o.ended is not null and p.stage in (:open)
            group by p.stage""";

    private static final String LATELY_FINAL = """
            select p.stage as stage, count(distinct p.order_id) as n from parcel p
            cross join shop_order o on o.id = p.order_id where o.ended is null and p.stage in (:final)
            and p.stage_at >= :since
            group by p.stage""";
    private static final String WITHOUT_PARCEL = """
            select :ordered as stage, count(*) as n from shop_order o where o.stage = :ordered and o.ended is null
            and not exists (select 1 from parcel p where p.order_id = o.id)""";
    /** Orders without a tracking number that somebody marked. */
    private static final String MARKED = """
            select o.stage as stage, count(*) as n from stage_reached r indexed by order_mark
            cross join shop_order o on o.id = r.order_id
            where r.parcel_id is null and r.stage not in ('ordered', 'cancelled', 'refunded') and r.stage = o.stage
            and o.ended is null and (o.stage in (:open) or r.at >= :since)
            and not exists (select 1 from parcel p where p.order_id = o.id)
            group by o.stage""";

    private static final String LATELY_ENDED = """
            select r.stage as stage, count(*) as n from stage_reached r cross join shop_order o on o.id = r.order_id
            where r.stage in (:ends) and r.parcel_id is null and r.at >= :since and o.ended = r.stage
            group by r.stage""";

    /** @param position on the line, 0 to 5; {@code side} true for a stop beside it */
    public record Stop(String stage, int position, boolean side, int orders) {}

    public List<Stop> countStages(JdbcClient db, Instant now) {
        Map<String, Object> params = Map.of(
                "open", Stage.codes(stage -> !stage.isFinal()),
                "final", Stage.codes(Stage::isFinal),
                "ends", ENDS,
                "ordered", Stage.ORDERED.code(),
                "since", now.minus(ENDED_SHOWN_FOR).toEpochMilli());
        record Count(String stage, int n) {}
        List<Count> counts = new ArrayList<>();
        for (String sql : List.of(OPEN, OPEN_OF_ENDED, LATELY_FINAL, WITHOUT_PARCEL, MARKED, LATELY_ENDED))
            counts.addAll(db.sql(sql)
                    .params(params)
                    .query((rs, i) -> new Count(rs.getString("stage"), rs.getInt("n")))
                    .list());
        Map<String, Integer> byStage = counts.stream().collect(Collectors.toMap(Count::stage, Count::n, Integer::sum));
        return java.util.Arrays.stream(Stage.values())
                .map(s -> new Stop(s.code(), s.position(), s.isSide(), byStage.getOrDefault(s.code(), 0)))
                .toList();
    }
}
