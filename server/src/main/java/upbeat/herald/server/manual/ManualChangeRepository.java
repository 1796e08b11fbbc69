package upbeat.herald.server.manual;

import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.platform.persistence.Json;

/** What was done by hand, with what takes it back. */
@Repository
class ManualChangeRepository {
    private static final TypeReference<List<Step>> STEPS = new TypeReference<>() {};

    /**
     * One thing to be taken back.
     *
     * @param kind {@code unmark}, {@code unmark-order}, {@code mark-order}, {@code remove}, {@code put-back} or
     *     {@code untag}
     * @param value the stage, or the tag, or null; {@code carrier} and {@code trackingNumber} the parcel's,
     *     {@code items} and {@code stages} what a removed one had; {@code at} when a mark that is put back was made
     */
    record Step(
            String kind,
            long orderId,
            @Nullable String carrier,
            @Nullable String trackingNumber,
            @Nullable String value,
            @Nullable List<Parcel.Content> items,
            @Nullable List<String> stages,
            @Nullable Instant at) {
        /** About an order as a whole. */
        static Step ofOrder(String kind, long order, String value, @Nullable Instant at) {
            return new Step(kind, order, null, null, value, null, null, at);
        }

        /** The parcel that was removed. */
        Parcel toParcel() {
            return new Parcel(
                    Objects.requireNonNull(carrier),
                    Objects.requireNonNull(trackingNumber),
                    Objects.requireNonNull(items));
        }

        /** About a parcel. */
        static Step ofParcel(String kind, long order, ParcelRow parcel, @Nullable String value) {
            return new Step(
                    kind, order, parcel.parcel().carrier(), parcel.parcel().trackingNumber(), value, null, null, null);
        }
    }

    record Recorded(
            long id,
            Instant at,
            String who,
            String what,
            List<Step> steps,
            @Nullable Instant undoneAt) {}

    long insert(JdbcClient db, String who, String what, List<Step> steps, Instant now) {
        return db.sql("insert into deed (at, who, what, steps) values (?, ?, ?, ?) returning id")
                .params(now.toEpochMilli(), who, what, Json.write(steps))
                .query(Long.class)
                .single();
    }

    Optional<Recorded> find(JdbcClient db, long id) {
        return db.sql("select id, at, who, what, steps, undone_at from deed where id = ?")
                .param(id)
                .query((rs, i) -> {
                    long undone = rs.getLong("undone_at");
                    return new Recorded(
                            rs.getLong("id"),
                            Instant.ofEpochMilli(rs.getLong("at")),
                            rs.getString("who"),
                            rs.getString("what"),
                            Json.read(rs.getString("steps"), STEPS),
                            undone == 0 ? null : Instant.ofEpochMilli(undone));
                })
                .optional();
    }

    boolean markUndone(JdbcClient db, long id, Instant now) {
        return db.sql("update deed set undone_at = ? where id = ? and undone_at is null")
                        .params(now.toEpochMilli(), id)
                        .update()
                == 1;
    }
}
