package upbeat.herald.server.orderview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.platform.persistence.TestDatabase;

/**
 * Which orders stand at a stop, by statements made for speed, against the same worked out order by order in Java; and
 * that none of the statements reads a large table from end to end.
 */
class StopFilterTest {
    private static final Instant NOW = Instant.parse("2026-11-24T13:00:00Z");
    private static final long DAY = Duration.ofDays(1).toMillis();
    private static TestDatabase database;
    private static final List<Made> ALL = new ArrayList<>();

    private record MadeParcel(Stage stage, Instant at, Instant scanned, String carrier) {}

    private record Made(
            long id,
            String number,
            String stage,
            Stage ended,
            Instant endedAt,
            String country,
            List<MadeParcel> parcels,
            Instant markedAt) {}

    @BeforeAll
    static void fill() {
        database = new TestDatabase();
        Random random = new Random(5);
        Stage[] stages = Stage.values();
        for (int i = 1; i <= 600; i++) {
            List<MadeParcel> parcels = new ArrayList<>();
            for (int k = random.nextInt(3); k > 0; k--) {
                Stage stage = stages[random.nextInt(stages.length)];
                if (stage.isOrderStage()) continue;
                Instant at = NOW.minusSeconds(random.nextInt(4 * 86_400));
                parcels.add(new MadeParcel(stage, at, at, random.nextInt(20) == 0 ? "rare" : "common"));
            }
            Stage ended =
                    switch (random.nextInt(8)) {
                        case 0 -> Stage.CANCELLED;
                        case 1 -> Stage.REFUNDED;
                        default -> null;
                    };
            Stage own = parcels.isEmpty() && random.nextInt(2) == 0 ? stages[random.nextInt(stages.length)] : null;
            if (own != null && own.isOrderStage()) own = null;
            String stage = ended != null
                    ? ended.code()
                    : own != null
                            ? own.code()
                            : parcels.isEmpty() ? "ordered" : random.nextBoolean() ? "partly-dispatched" : "dispatched";
            ALL.add(new Made(
                    i,
                    "N" + i,
                    stage,
                    ended,
                    ended == null ? null : NOW.minusSeconds(random.nextInt(3 * 86_400)),
                    List.of("SE", "DE", "PL").get(random.nextInt(3)),
                    parcels,
                    own == null ? null : NOW.minusSeconds(random.nextInt(4 * 86_400))));
        }
        database.write(db -> {
            for (Made m : ALL) insert(db, m);
            return null;
        });
    }

    private static void insert(JdbcClient db, Made m) {
        db.sql("insert into shop_order (id, shop, number, placed_at, payment, stage, ended, body, source, updated_at, "
                        + "country) values (?, 'kites', ?, ?, 'prepaid', ?, ?, '{}', 'api', 0, ?)")
                .params(
                        m.id(),
                        m.number(),
                        NOW.toEpochMilli() - m.id() * 60_000,
                        m.stage(),
                        m.ended() == null ? null : m.ended().code(),
                        m.country())
                .update();
        if (m.ended() != null)
            db.sql(
                            "insert into stage_reached (order_id, stage, occasion, at, known_at, implied) values (?, ?, '1', ?, 0, 0)")
                    .params(m.id(), m.ended().code(), m.endedAt().toEpochMilli())
                    .update();
        if (m.markedAt() != null && m.ended() == null)
            for (String stage : List.of("dispatched", m.stage()))
                db.sql(
                                "insert into stage_reached (order_id, stage, occasion, at, known_at, implied) values (?, ?, '1', ?, 0, 0) on conflict do nothing")
                        .params(m.id(), stage, m.markedAt().toEpochMilli())
                        .update();
        for (int k = 0; k < m.parcels().size(); k++) {
            MadeParcel p = m.parcels().get(k);
            db.sql("insert into parcel (order_id, carrier, tracking_number, compact, items, stage, stage_at, source, "
                            + "created_at, last_scan_at) values (?, ?, ?, ?, '[]', ?, ?, 'api', 0, ?)")
                    .params(
                            m.id(),
                            p.carrier(),
                            "T" + m.id() + "-" + k,
                            "T" + m.id() + "-" + k,
                            p.stage().code(),
                            p.at().toEpochMilli(),
                            p.scanned().toEpochMilli())
                    .update();
        }
    }

    @AfterAll
    static void close() {
        database.close();
    }

    private static OrderFilter stands(String stage) {
        return new OrderFilter(
                new OrderFilter.Traits(null, null, null, null, null, null),
                new OrderFilter.State(stage, null, null, null, null));
    }

    private static List<Long> find(OrderFilter filter, boolean rare) {
        OrderFilter.Sql sql = filter.toSql(NOW, c -> rare);
        return database.reader
                .sql("select o.id " + sql.text() + " order by o.placed_at desc, o.id desc")
                .params(sql.params())
                .query(Long.class)
                .list();
    }

    private static List<Long> expected(Predicate<Made> condition) {
        return ALL.stream().filter(condition).map(Made::id).toList();
    }

    private static boolean isRecent(Instant at) {
        return !at.isBefore(NOW.minus(StageCountRepository.ENDED_SHOWN_FOR));
    }

    private static boolean standsAt(Made m, Stage stage) {
        if (stage.isOrderStage() && stage != Stage.ORDERED) return m.ended() == stage && isRecent(m.endedAt());
        if (m.ended() != null) return false;
        if (stage == Stage.ORDERED)
            return m.stage().equals("ordered") && m.parcels().isEmpty();
        if (m.markedAt() != null) return m.stage().equals(stage.code()) && (!stage.isFinal() || isRecent(m.markedAt()));
        return m.parcels().stream().anyMatch(p -> p.stage() == stage && (!stage.isFinal() || isRecent(p.at())));
    }

    @ParameterizedTest
    @EnumSource(Stage.class)
    void aStopHoldsWhatStandsThereHoweverItIsLookedFor(Stage stage) {
        List<Long> expected = expected(m -> standsAt(m, stage));
        assertThat(expected).as("the sample has some").isNotEmpty();
        assertThat(find(stands(stage.code()), true)).isEqualTo(expected);
        assertThat(find(stands(stage.code()), false)).isEqualTo(expected);
        assertThat(new StageCountRepository()
                        .countStages(database.reader, NOW).stream()
                                .filter(s -> s.stage().equals(stage.code()))
                                .findFirst()
                                .orElseThrow()
                                .orders())
                .as("the route counts what the list shows")
                .isEqualTo(expected.size());
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void otherConditionsHoldBesideTheStop(boolean rare) {
        assertThat(find(stands("partly-dispatched"), rare))
                .isEqualTo(expected(m -> m.stage().equals("partly-dispatched")));
        OrderFilter both = new OrderFilter(
                new OrderFilter.Traits(null, "kites", "rare", "SE", null, null),
                new OrderFilter.State("in-transit", null, null, null, null));
        assertThat(find(both, rare))
                .isEqualTo(expected(m -> standsAt(m, Stage.IN_TRANSIT)
                        && m.country().equals("SE")
                        && m.parcels().stream().anyMatch(p -> p.carrier().equals("rare"))));
        OrderFilter quiet = new OrderFilter(
                new OrderFilter.Traits(null, null, null, null, null, null),
                new OrderFilter.State(null, null, null, 2, null));
        assertThat(find(quiet, rare))
                .isEqualTo(expected(m -> m.ended() == null
                        && m.parcels().stream()
                                .anyMatch(p -> p.stage().isUnderway()
                                        && p.scanned().toEpochMilli() < NOW.toEpochMilli() - 2 * DAY)));
    }

    @Test
    void noLargeTableIsReadFromEndToEnd() {
        List<OrderFilter> filters = new ArrayList<>();
        for (Stage s : Stage.values()) filters.add(stands(s.code()));
        filters.add(stands("partly-delivered"));
        for (OrderFilter.State state : List.of(
                new OrderFilter.State(null, true, null, null, null),
                new OrderFilter.State(null, null, null, null, true)))
            filters.add(new OrderFilter(OrderFilter.Traits.ANY, state));
        for (String message : List.of("failed", "unsure", "waiting", "withheld"))
            filters.add(new OrderFilter(
                    new OrderFilter.Traits(null, null, null, null, null, null),
                    new OrderFilter.State(null, null, message, null, null)));
        filters.add(new OrderFilter(
                new OrderFilter.Traits(null, "kites", "rare", "SE", "prepaid", "gift"),
                new OrderFilter.State(null, null, null, 3, null)));
        for (OrderFilter filter : filters)
            for (boolean rare : new boolean[] {true, false}) {
                OrderFilter.Sql sql = filter.toSql(NOW, c -> rare);
                assertThat(explain(
                                "select o.id " + sql.text() + " order by o.placed_at desc, o.id desc limit 100",
                                sql.params()))
                        .as("%s, rare %s", filter, rare)
                        .noneMatch(StopFilterTest::isFullRead);
            }
    }

    /** A walk over the list in its own order is meant; a table without an index is not. */
    private static boolean isFullRead(String step) {
        return step.matches("SCAN (o|p|m|r|w|t|shop_order|parcel|message|stage_reached)( .*)?")
                && !step.contains("USING")
                && !step.contains("VIRTUAL");
    }

    private static List<String> explain(String sql, Map<String, Object> params) {
        return database
                .reader
                .sql("explain query plan " + sql)
                .params(params)
                .query((rs, i) -> rs.getString("detail"))
                .list()
                .stream()
                .collect(Collectors.toList());
    }
}
