package upbeat.herald.server.rehearsal;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.audience.OrderBackground;
import upbeat.herald.core.forecast.OrderPast;
import upbeat.herald.core.forecast.PastFact;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Report;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.order.FlatOrder;
import upbeat.herald.server.order.OrderBackgroundRepository;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ScanRepository;
import upbeat.herald.server.order.StopListRepository;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** Orders with all that became known of them, and when. Read some hundreds at a time, in one statement per table. */
@Repository
class PastOrderRepository {
    /** Who reports by hand; what they do can be taken back for a while. */
    private static final String BY_HAND = "hand";

    private static final TypeReference<List<Parcel.Content>> CONTENTS = new TypeReference<>() {};
    private static final String THESE = " (select value from json_each(?)) ";
    private static final String IDS = """
            select id from shop_order where placed_at >= ? and placed_at < ? and erased_at is null
            order by placed_at, id""";
    private static final String ORDERS = "select id, body from shop_order where id in" + THESE;
    private static final String PARCELS =
            "select id, order_id, carrier, tracking_number, items, created_at from parcel where order_id in" + THESE
                    + "order by id";
    private static final String LEGS = """
            select p.order_id, l.parcel_id, l.carrier, l.tracking_number, l.since, p.items from parcel p
            join parcel_leg l on l.parcel_id = p.id where p.order_id in""" + THESE;
    private static final String SCANS = """
            select p.order_id, s.parcel_id, s.id, s.stage, s.at, s.day, s.source, s.expected_on,
            max(s.received_at, p.created_at), s.return_id from parcel p
            join scan s on s.parcel_id = p.id where p.order_id in""" + THESE + "order by s.id";
    /** The plus keeps SQLite from walking over the visits of all orders for some of them. */
    static final String VISITS =
            "select order_id, stage, occasion, at, known_at, implied from stage_reached where order_id in" + THESE
                    + "and +parcel_id is null order by id";

    private static final String LEFT = "select order_id, series_id, at from series_exit where order_id in" + THESE;
    private static final String ANSWERS =
            "select order_id, notice_id, button, refuses, at from answer where order_id in" + THESE + "order by id";
    private static final String RETURNS = """
            select order_id, r.* from customer_return r
            where parcel_id is not null and cancelled_at is null and order_id in""" + THESE + "order by id";
    private static final String TAGS =
            "select order_id, tag, at from order_tag where source <> 'notice' and order_id in" + THESE;

    private final StopListRepository stopList;
    private final OrderBackgroundRepository backgrounds;

    PastOrderRepository(StopListRepository stopList, OrderBackgroundRepository backgrounds) {
        this.stopList = stopList;
        this.backgrounds = backgrounds;
    }

    /** Orders placed in a period, the oldest first; those whose customer was erased are left out. */
    List<Long> findIds(JdbcClient db, Instant from, Instant to) {
        return db.sql(IDS)
                .params(from.toEpochMilli(), to.toEpochMilli())
                .query(Long.class)
                .list();
    }

    /**
     * @param undoTime how long nothing left about what was done by hand
     * @param withBackground false where nobody asks whether customers ordered before
     */
    List<OrderPast> load(JdbcClient db, List<Long> ids, Duration undoTime, boolean withBackground) {
        String these = Json.write(ids);
        Map<Long, Order> orders = new HashMap<>();
        db.sql(ORDERS).param(these).query(rs -> {
            orders.put(rs.getLong(1), FlatOrder.read(rs.getString(2)));
        });
        Map<Long, List<PastFact>> facts = new HashMap<>();
        // What became known at the same moment is taken in this order.
        read(db, TAGS, these, facts, rs -> new PastFact.Tagged(rs.getString(2), instant(rs, 3)));
        read(db, VISITS, these, facts, PastOrderRepository::visit);
        read(db, PARCELS, these, facts, PastOrderRepository::parcel, 2);
        read(db, LEGS, these, facts, PastOrderRepository::leg);
        read(db, SCANS, these, facts, rs -> scan(rs, undoTime));
        read(
                db,
                ANSWERS,
                these,
                facts,
                rs -> new PastFact.Answered(rs.getString(2), rs.getString(3), rs.getBoolean(4), instant(rs, 5)));
        read(
                db,
                RETURNS,
                these,
                facts,
                rs -> new PastFact.ReturnRequested(
                        ReturnRepository.mapRow(rs, 0).content(), rs.getLong("parcel_id")));
        read(db, LEFT, these, facts, rs -> new PastFact.SeriesLeft(rs.getString(2), instant(rs, 3)));
        if (withBackground)
            backgrounds.findNextOrders(db, ids).forEach((id, at) -> facts.computeIfAbsent(id, k -> new ArrayList<>(8))
                    .add(new PastFact.OrderedAgain(at)));
        Map<Long, Set<Channel>> stopped = stopList.isEmpty(db) ? Map.of() : stopList.findStopped(db, orders);
        Map<Long, OrderBackground> known = withBackground ? backgrounds.find(db, ids, Map.of()) : Map.of();
        List<OrderPast> loaded = new ArrayList<>(ids.size());
        for (Long id : ids) {
            Order order = orders.get(id);
            if (order == null) continue; // removed meanwhile
            loaded.add(new OrderPast(
                    id,
                    order,
                    inOrder(facts.getOrDefault(id, List.of())),
                    stopped.getOrDefault(id, Set.of()),
                    known.getOrDefault(id, OrderBackground.NONE).isReturning()));
        }
        return loaded;
    }

    private static List<PastFact> inOrder(List<PastFact> facts) {
        List<PastFact> sorted = new ArrayList<>(facts);
        sorted.sort(Comparator.comparing(PastFact::knownAt));
        return sorted;
    }

    private interface FactMapper {
        PastFact map(ResultSet row) throws SQLException;
    }

    private static void read(
            JdbcClient db, String sql, String these, Map<Long, List<PastFact>> facts, FactMapper mapper) {
        read(db, sql, these, facts, mapper, 1);
    }

    private static void read(
            JdbcClient db,
            String sql,
            String these,
            Map<Long, List<PastFact>> facts,
            FactMapper mapper,
            int orderColumn) {
        db.sql(sql).param(these).query(rs -> {
            facts.computeIfAbsent(rs.getLong(orderColumn), id -> new ArrayList<>(8))
                    .add(mapper.map(rs));
        });
    }

    private static PastFact visit(ResultSet rs) throws SQLException {
        return new PastFact.OrderReached(
                new StageVisit(stage(rs.getString(2)), rs.getString(3), instant(rs, 4), rs.getBoolean(6)),
                instant(rs, 5));
    }

    private static PastFact parcel(ResultSet rs) throws SQLException {
        return new PastFact.ParcelAdded(
                rs.getLong(1), new Parcel(rs.getString(3), rs.getString(4), contents(rs.getString(5))), instant(rs, 6));
    }

    private static PastFact leg(ResultSet rs) throws SQLException {
        return new PastFact.ParcelForwarded(
                rs.getLong(2), new Parcel(rs.getString(3), rs.getString(4), contents(rs.getString(6))), instant(rs, 5));
    }

    private static PastFact scan(ResultSet rs, Duration undoTime) throws SQLException {
        Instant at = instant(rs, 5);
        Instant knownAt = instant(rs, 9);
        String code = rs.getString(4);
        String source = rs.getString(7);
        String expected = rs.getString(8);
        @Nullable Report report = code == null
                ? null
                : new Report(rs.getString(3), stage(code), at, rs.getString(6), Columns.nullableLong(rs, "return_id"));
        return new PastFact.ParcelReported(
                rs.getLong(2),
                report,
                at,
                expected == null ? null : LocalDate.parse(expected),
                source.equals(ScanRepository.BY_CARRIER),
                source.equals(BY_HAND) && !undoTime.isZero() ? knownAt.plus(undoTime) : null,
                knownAt);
    }

    private static List<Parcel.Content> contents(String json) {
        return json.length() == 2 ? List.of() : Json.read(json, CONTENTS);
    }

    private static Stage stage(String code) {
        return Stage.fromCode(code).orElseThrow();
    }

    private static Instant instant(ResultSet rs, int column) throws SQLException {
        return Instant.ofEpochMilli(rs.getLong(column));
    }
}
