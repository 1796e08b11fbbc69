package upbeat.herald.server.rehearsal;

import com.fasterxml.jackson.annotation.JsonValue;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.forecast.PlanHistory;
import upbeat.herald.core.forecast.RehearsalFigures;
import upbeat.herald.core.notice.DailyLimit;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.platform.persistence.BatchUpdate;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** Rehearsals and what they came to. */
@Repository
class RehearsalRepository {
    private static final TypeReference<List<Notice>> NOTICES = new TypeReference<>() {};
    private static final TypeReference<List<Change>> CHANGES = new TypeReference<>() {};
    private static final String INSERT = """
            insert into rehearsal (id, title, made_by, made_at, period_from, period_to, plan, other_plan, status,
            orders_total, notice_id, notice_version, daily_limit, compared_with, file_name)
            values (?, ?, ?, ?, ?, ?, ?, ?, 'running', ?, ?, ?, ?, ?, ?)""";
    private static final String SELECT = """
            select id, title, made_by, made_at, period_from, period_to, compared_with, file_name, status,
            ended_at, orders_done, orders_total, figures, other_figures, differing from rehearsal""";
    private static final String END = """
            update rehearsal set status = ?, ended_at = ?, orders_done = ?, figures = ?, other_figures = ?,
            differing = ? where id = ? and status = 'running'""";
    /** An order that is gone meanwhile is left out. */
    private static final String INSERT_DIFFERENCE = """
            insert into rehearsal_difference (rehearsal_id, order_id, found)
            select ?1, ?2, ?3 where exists (select 1 from shop_order where id = ?2)
            or exists (select 1 from rehearsal_order where rehearsal_id = ?1 and order_id = ?2)""";

    private static final String LATEST_OF = SELECT + " where notice_id = ? and notice_version = ? and status = 'done'"
            + " order by made_at desc limit 1";
    private static final String DIFFERENCES = """
            select d.order_id, coalesce(o.shop, f.shop), coalesce(o.number, f.number), d.found
            from rehearsal_difference d left join shop_order o on o.id = d.order_id
            left join rehearsal_order f on f.rehearsal_id = d.rehearsal_id and f.order_id = d.order_id
            where d.rehearsal_id = ? and d.order_id > ? and (o.id is not null or f.order_id is not null)
            order by d.order_id limit ?""";

    /** What stands beside a rehearsal. */
    enum ComparedWith {
        /** The plan that is live when it begins, replayed as well. */
        LIVE,
        /** What was really sent, under the plan as it was at each moment. */
        SENT;

        static Optional<ComparedWith> fromCode(@Nullable String code) {
            return Arrays.stream(values()).filter(c -> c.code().equals(code)).findFirst();
        }

        @JsonValue
        String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    enum Status {
        RUNNING,
        DONE,
        STOPPED,
        FAILED;

        @JsonValue
        String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    record Period(Instant from, Instant to) {
        boolean contains(Instant at) {
            return !at.isBefore(from) && at.isBefore(to);
        }
    }

    /** @param total orders to live through; {@code done} how many are; {@code differing} heard something else */
    record Progress(Status status, @Nullable Instant endedAt, int done, int total, int differing) {}

    /**
     * @param comparedWith null where it stands alone
     * @param fileName of the file its orders came in; null for the own past
     * @param figures null while it runs; {@code otherFigures} of the other plan, or null
     */
    record RehearsalRow(
            String id,
            String title,
            String madeBy,
            Instant madeAt,
            Period period,
            @Nullable ComparedWith comparedWith,
            @Nullable String fileName,
            Progress progress,
            @Nullable RehearsalFigures figures,
            @Nullable RehearsalFigures otherFigures) {
        /** With the number of orders that are done by now. */
        RehearsalRow withDone(int done) {
            Progress now =
                    new Progress(progress.status(), progress.endedAt(), done, progress.total(), progress.differing());
            return new RehearsalRow(
                    id, title, madeBy, madeAt, period, comparedWith, fileName, now, figures, otherFigures);
        }
    }

    /**
     * The two plans.
     *
     * @param other null where it isn't compared with a plan
     * @param dailyLimit how many messages a customer is sent on a day at most under both, or null
     */
    record Plans(
            List<Notice> plan,
            @Nullable List<Notice> other,
            @Nullable Integer dailyLimit) {
        PlanHistory history() {
            return history(plan);
        }

        @Nullable PlanHistory otherHistory() {
            return other == null ? null : history(other);
        }

        private PlanHistory history(List<Notice> notices) {
            return PlanHistory.constant(notices, dailyLimit == null ? null : new DailyLimit(dailyLimit));
        }
    }

    /** The saved notice that a rehearsal was of, and the version of its rule. */
    record OfNotice(String noticeId, String version) {}

    /**
     * One message that would have been otherwise.
     *
     * @param kind see {@link upbeat.herald.core.forecast.ReplayDifference.Kind}, in lower case
     * @param before when it would have been sent under the other plan, or null; {@code after} under this one
     */
    record Change(
            String kind,
            String noticeId,
            String channel,
            @Nullable String parcel,
            @Nullable Instant before,
            @Nullable Instant after) {}

    record OrderDifference(long orderId, String shop, String number, List<Change> changes) {}

    void insert(JdbcClient db, RehearsalRow row, Plans plans, @Nullable OfNotice of) {
        db.sql(INSERT)
                .params(
                        row.id(),
                        row.title(),
                        row.madeBy(),
                        row.madeAt().toEpochMilli(),
                        row.period().from().toEpochMilli(),
                        row.period().to().toEpochMilli(),
                        Json.write(plans.plan()),
                        plans.other() == null ? null : Json.write(plans.other()),
                        row.progress().total(),
                        of == null ? null : of.noticeId(),
                        of == null ? null : of.version(),
                        plans.dailyLimit(),
                        row.comparedWith() == null ? null : row.comparedWith().code(),
                        row.fileName())
                .update();
    }

    /** Keeps how a rehearsal ended; what has ended already is left alone. */
    void end(
            JdbcClient db,
            String id,
            Progress progress,
            @Nullable RehearsalFigures figures,
            @Nullable RehearsalFigures other) {
        Instant at = progress.endedAt();
        db.sql(END)
                .params(
                        progress.status().code(),
                        at == null ? null : at.toEpochMilli(),
                        progress.done(),
                        figures == null ? null : Json.write(figures),
                        other == null ? null : Json.write(other),
                        progress.differing(),
                        id)
                .update();
    }

    /** @param found by the order's id */
    void insertDifferences(JdbcClient db, String id, List<OrderChanges> found) {
        BatchUpdate.execute(
                db,
                INSERT_DIFFERENCE,
                found.stream()
                        .map(f -> new Object[] {id, f.orderId(), Json.write(f.changes())})
                        .toList());
    }

    record OrderChanges(long orderId, List<Change> changes) {}

    Optional<RehearsalRow> find(JdbcClient db, String id) {
        return db.sql(SELECT + " where id = ?")
                .param(id)
                .query(RehearsalRepository::map)
                .optional();
    }

    /** The latest one of a notice as it is at a version, where one was finished. */
    Optional<RehearsalRow> findLatestOf(JdbcClient db, OfNotice of) {
        return db.sql(LATEST_OF)
                .params(of.noticeId(), of.version())
                .query(RehearsalRepository::map)
                .optional();
    }

    List<RehearsalRow> findLatest(JdbcClient db, int most) {
        return db.sql(SELECT + " order by made_at desc, id limit ?")
                .param(most)
                .query(RehearsalRepository::map)
                .list();
    }

    Optional<Plans> findPlans(JdbcClient db, String id) {
        return db.sql("select plan, other_plan, daily_limit from rehearsal where id = ?")
                .param(id)
                .query((rs, i) -> {
                    String other = rs.getString(2);
                    return new Plans(
                            Json.read(rs.getString(1), NOTICES),
                            other == null ? null : Json.read(other, NOTICES),
                            Columns.nullableInt(rs, "daily_limit"));
                })
                .optional();
    }

    List<OrderDifference> findDifferences(JdbcClient db, String id, long after, int most) {
        return db.sql(DIFFERENCES)
                .params(id, after, most)
                .query((rs, i) -> new OrderDifference(
                        rs.getLong(1), rs.getString(2), rs.getString(3), Json.read(rs.getString(4), CHANGES)))
                .list();
    }

    boolean delete(JdbcClient db, String id) {
        return db.sql("delete from rehearsal where id = ?").param(id).update() == 1;
    }

    /** What ran when the process ended runs no more. */
    void stopAbandoned(JdbcClient db, Instant now) {
        db.sql("update rehearsal set status = 'stopped', ended_at = ? where status = 'running'")
                .param(now.toEpochMilli())
                .update();
    }

    private static RehearsalRow map(ResultSet rs, int row) throws SQLException {
        long ended = rs.getLong("ended_at");
        Instant endedAt = rs.wasNull() ? null : Instant.ofEpochMilli(ended);
        return new RehearsalRow(
                rs.getString("id"),
                rs.getString("title"),
                rs.getString("made_by"),
                Instant.ofEpochMilli(rs.getLong("made_at")),
                new Period(
                        Instant.ofEpochMilli(rs.getLong("period_from")), Instant.ofEpochMilli(rs.getLong("period_to"))),
                ComparedWith.fromCode(rs.getString("compared_with")).orElse(null),
                rs.getString("file_name"),
                new Progress(
                        Status.valueOf(rs.getString("status").toUpperCase(Locale.ROOT)),
                        endedAt,
                        rs.getInt("orders_done"),
                        rs.getInt("orders_total"),
                        rs.getInt("differing")),
                Json.readNullable(rs.getString("figures"), RehearsalFigures.class),
                Json.readNullable(rs.getString("other_figures"), RehearsalFigures.class));
    }
}
