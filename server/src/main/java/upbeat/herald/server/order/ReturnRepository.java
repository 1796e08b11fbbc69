package upbeat.herald.server.order;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.core.type.TypeReference;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.returns.ReturnReason;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;

/** What customers send back. */
@Repository
public class ReturnRepository {
    private static final TypeReference<List<CustomerReturn.Item>> ITEMS = new TypeReference<>() {};
    private static final String COLUMNS = """
            select id, order_id, parcel_id, carrier, number, items, reason, note, requested_at, scanned_at, arrived_at,
            received_at, cancelled_at from customer_return\s""";
    private static final String INSERT = """
            insert into customer_return (order_id, parcel_id, carrier, number, compact, items, reason, note,
            requested_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict do nothing returning id""";
    static final String BY_ORDER = COLUMNS + "where order_id = ? order by id";
    static final String REQUESTED_SINCE =
            COLUMNS + "where requested_at >= ? and cancelled_at is null order by requested_at desc limit ?";
    static final String BY_NUMBER = """
            select r.carrier, r.compact, r.id, r.parcel_id from json_each(?) n cross join customer_return r
            on r.carrier = n.value->>0 and r.compact = n.value->>1""";
    /** A label that was used after all is valid again: what is on its way can't be cancelled. */
    private static final String SCANNED = """
            update customer_return set scanned_at = min(coalesce(scanned_at, :at), :at),
            arrived_at = case when :arrived then min(coalesce(arrived_at, :at), :at) else arrived_at end,
            cancelled_at = null where id = :id""";

    private static final String RECEIVED = """
            update customer_return set received_at = ?, received_by = ?
            where id = ? and received_at is null and cancelled_at is null""";
    private static final String CANCELLED = """
            update customer_return set cancelled_at = ?
            where id = ? and cancelled_at is null and received_at is null and scanned_at is null""";
    private static final String NEXT_NUMBER = """
            insert into return_number (kind, used) values (?, 1)
            on conflict (kind) do update set used = used + 1 returning used - 1""";

    /** @param parcelId null where nobody knows in which parcel it came, or that parcel is gone */
    public record ReturnRow(long orderId, @Nullable Long parcelId, CustomerReturn content) {
        public long id() {
            return content.id();
        }
    }

    /** A return by its number. */
    public record Ref(long id, @Nullable Long parcelId) {}

    /** @return its id, or empty where the carrier has a return of this number already */
    public Optional<Long> insert(
            JdbcClient db,
            long orderId,
            @Nullable Long parcelId,
            Parcel label,
            List<CustomerReturn.Item> items,
            ReturnReason reason,
            @Nullable String note,
            Instant now) {
        return db.sql(INSERT)
                .params(
                        orderId,
                        parcelId,
                        label.carrier(),
                        label.trackingNumber(),
                        TrackingNumber.compact(label.trackingNumber()),
                        Json.write(items),
                        reason.code(),
                        note,
                        now.toEpochMilli())
                .query(Long.class)
                .optional();
    }

    /** How many numbers of a kind were given before; the next one is taken by asking. */
    public long takeNumber(JdbcClient db, String kind) {
        return db.sql(NEXT_NUMBER).param(kind).query(Long.class).single();
    }

    public Optional<ReturnRow> find(JdbcClient db, long id) {
        return db.sql(COLUMNS + "where id = ?")
                .param(id)
                .query(ReturnRepository::mapRow)
                .optional();
    }

    /** The oldest first. */
    public List<ReturnRow> findByOrder(JdbcClient db, long orderId) {
        return db.sql(BY_ORDER).param(orderId).query(ReturnRepository::mapRow).list();
    }

    /** The latest ones since a moment that weren't cancelled. @param most how many at the most */
    public List<ReturnRow> findRequestedSince(JdbcClient db, Instant since, int most) {
        return db.sql(REQUESTED_SINCE)
                .params(since.toEpochMilli(), most)
                .query(ReturnRepository::mapRow)
                .list();
    }

    /** Those with these numbers. */
    public Map<ParcelRepository.Number, Ref> findByNumbers(JdbcClient db, Collection<ParcelRepository.Number> numbers) {
        Map<ParcelRepository.Number, Ref> found = new HashMap<>();
        db.sql(BY_NUMBER).param(ParcelRepository.Number.json(numbers)).query((ResultSet rs) -> {
            found.put(
                    new ParcelRepository.Number(rs.getString(1), rs.getString(2)),
                    new Ref(rs.getLong(3), Columns.nullableLong(rs, "parcel_id")));
        });
        return found;
    }

    /** The carrier had it. @param hasArrived true where it is back */
    public void recordScan(JdbcClient db, long id, Instant at, boolean hasArrived) {
        db.sql(SCANNED)
                .param("at", at.toEpochMilli())
                .param("arrived", hasArrived)
                .param("id", id)
                .update();
    }

    /** @return false where it was received or cancelled before */
    public boolean markReceived(JdbcClient db, long id, String who, Instant now) {
        return db.sql(RECEIVED).params(now.toEpochMilli(), who, id).update() == 1;
    }

    public void unmarkReceived(JdbcClient db, long id) {
        db.sql("update customer_return set received_at = null, received_by = null where id = ?")
                .param(id)
                .update();
    }

    /** @return false where it is on its way, back or cancelled already */
    public boolean cancel(JdbcClient db, long id, Instant now) {
        return db.sql(CANCELLED).params(now.toEpochMilli(), id).update() == 1;
    }

    public void reopen(JdbcClient db, long id) {
        db.sql("update customer_return set cancelled_at = null where id = ?")
                .param(id)
                .update();
    }

    public static ReturnRow mapRow(ResultSet rs, int i) throws SQLException {
        return new ReturnRow(
                rs.getLong("order_id"),
                Columns.nullableLong(rs, "parcel_id"),
                new CustomerReturn(
                        rs.getLong("id"),
                        new Parcel(rs.getString("carrier"), rs.getString("number"), List.of()),
                        Json.read(rs.getString("items"), ITEMS),
                        ReturnReason.fromCode(rs.getString("reason")).orElse(ReturnReason.OTHER),
                        rs.getString("note"),
                        new CustomerReturn.Times(
                                Objects.requireNonNull(instant(rs, "requested_at")),
                                instant(rs, "scanned_at"),
                                instant(rs, "arrived_at"),
                                instant(rs, "received_at"),
                                instant(rs, "cancelled_at"))));
    }

    private static @Nullable Instant instant(ResultSet rs, String column) throws SQLException {
        Long millis = Columns.nullableLong(rs, column);
        return millis == null ? null : Instant.ofEpochMilli(millis);
    }
}
