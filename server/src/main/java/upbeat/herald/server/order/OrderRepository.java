package upbeat.herald.server.order;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.LruMap;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.platform.persistence.BatchUpdate;
import upbeat.herald.server.platform.persistence.Columns;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.web.NotFoundException;

@Repository
public class OrderRepository {
    public static final String COLUMNS =
            "o.id, o.stage, o.ended, o.body, o.source, o.updated_at, o.erased_at, o.held_until,"
                    + " (select h.reason from order_hold h where h.order_id = o.id)";
    private static final String BY_NUMBER =
            "select " + COLUMNS + " from shop_order o where o.shop = ? and o.number = ?";
    private static final String BY_ID = "select " + COLUMNS + " from shop_order o where o.id = ?";
    private static final String BY_IDS =
            "select " + COLUMNS + " from shop_order o where o.id in (select value from json_each(?))";
    private static final String ERASED = """
            select number from shop_order where shop = ? and number in (select value from json_each(?))
            and erased_at is not null""";
    private static final String BY_CONTACT = "select " + COLUMNS + " from shop_order o where o.id in (" + """
            select id from shop_order where email is not null and lower(email) = lower(?)
            union select id from shop_order where phone = ?) order by o.placed_at desc, o.id desc limit ?""";
    private static final String BY_NUMBERS =
            "select " + COLUMNS + " from json_each(?) n cross join shop_order o on o.shop = ? and o.number = n.value";
    private static final String INSERT_MANY = """
            insert into shop_order (id, shop, number, placed_at, name, email, phone, country, payment, stage, body,
            source, updated_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)""";
    private static final String TAG = """
            insert into order_tag (order_id, tag, at, source) values (?, ?, ?, ?) on conflict (order_id, tag) do update
            set removed_at = null, at = excluded.at, source = excluded.source where removed_at is not null""";
    private static final String STAGES = "update shop_order set stage = ? where id = ?";
    /** From one shop to the next in the index, without its orders. */
    private static final String SHOPS = """
            with recursive s(shop) as (select min(shop) from shop_order
            union all select (select min(o.shop) from shop_order o where o.shop > s.shop) from s
            where s.shop is not null)
            select shop from s where shop is not null""";

    private static final String LATEST =
            "select " + COLUMNS + " from shop_order o order by o.placed_at desc, o.id desc limit ?";
    private static final String INSERT = """
            insert into shop_order (shop, number, placed_at, name, email, phone, country, payment, stage, body, source,
            updated_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) returning id""";
    private static final String UPDATE = """
            update shop_order set placed_at = ?, name = ?, email = ?, phone = ?, country = ?, payment = ?, body = ?,
            updated_at = ? where id = ?""";

    public Optional<OrderRow> find(JdbcClient db, @Nullable String shop, String number) {
        return db.sql(BY_NUMBER)
                .params(shop, number)
                .query(OrderRepository::mapRow)
                .optional();
    }

    /** @throws NotFoundException where there is no such order */
    public OrderRow get(JdbcClient db, String shop, String number) {
        return find(db, shop, number)
                .orElseThrow(() -> new NotFoundException("There is no order " + number + " in shop " + shop));
    }

    /** Those of a shop that are known, by their numbers. */
    public Map<String, OrderRow> find(JdbcClient db, String shop, Collection<String> numbers) {
        return db.sql(BY_NUMBERS).params(Json.write(numbers), shop).query(OrderRepository::mapRow).list().stream()
                .collect(Collectors.toMap(r -> r.order().number(), r -> r));
    }

    /** After which ids are free. */
    public long maxId(JdbcClient db) {
        return db.sql("select coalesce(max(id), 0) from shop_order")
                .query(Long.class)
                .single();
    }

    /** New orders under ids that are free, with their tags. */
    public void insert(JdbcClient db, Collection<OrderRow> rows, Instant now) {
        BatchUpdate.execute(
                db,
                INSERT_MANY,
                rows.stream()
                        .map(r -> new Object[] {
                            r.id(),
                            r.order().shop(),
                            r.order().number(),
                            r.order().placedAt().toEpochMilli(),
                            name(r.order()),
                            email(r.order()),
                            phone(r.order()),
                            country(r.order()),
                            r.order().purchase().payment().code(),
                            r.stage(),
                            Json.write(r.order()),
                            r.source(),
                            now.toEpochMilli()
                        })
                        .toList());
        BatchUpdate.execute(
                db,
                TAG,
                rows.stream()
                        .flatMap(r -> r.order().tags().stream()
                                .map(t -> new Object[] {r.id(), t, now.toEpochMilli(), r.source()}))
                        .toList());
    }

    public Optional<OrderRow> find(JdbcClient db, long id) {
        return db.sql(BY_ID).param(id).query(OrderRepository::mapRow).optional();
    }

    public OrderRow get(JdbcClient db, long id) {
        return find(db, id).orElseThrow();
    }

    public List<OrderRow> get(JdbcClient db, Collection<Long> ids) {
        return db.sql(BY_IDS)
                .param(Json.write(ids))
                .query(OrderRepository::mapRow)
                .list();
    }

    /** Of the same person: by e-mail address or phone number. Newest first. */
    public List<OrderRow> findByContact(JdbcClient db, @Nullable String email, @Nullable String phone, int most) {
        return db.sql(BY_CONTACT)
                .params(email, phone, most)
                .query(OrderRepository::mapRow)
                .list();
    }

    /** Which of a shop's orders had their customer erased, by their numbers. */
    public Set<String> findErased(JdbcClient db, String shop, Collection<String> numbers) {
        return Set.copyOf(db.sql(ERASED)
                .params(shop, Json.write(numbers))
                .query(String.class)
                .list());
    }

    /** Takes the person out of an order, with the notes on it, which may name them. */
    public void erasePerson(JdbcClient db, OrderRow row, Instant now) {
        update(db, row.id(), row.order().withoutPerson(), now);
        db.sql("update shop_order set erased_at = ? where id = ?")
                .params(now.toEpochMilli(), row.id())
                .update();
        db.sql("delete from order_note where order_id = ?").param(row.id()).update();
    }

    public boolean hasAny(JdbcClient db) {
        return db.sql("select exists (select 1 from shop_order)")
                .query(Boolean.class)
                .single();
    }

    /** Keys of every shop that orders came from. */
    public List<String> findShops(JdbcClient db) {
        return db.sql(SHOPS).query(String.class).list();
    }

    public List<OrderRow> findLatest(JdbcClient db, int most) {
        return db.sql(LATEST).param(most).query(OrderRepository::mapRow).list();
    }

    public OrderRow insert(JdbcClient db, Order o, String source, Instant now) {
        long id = db.sql(INSERT)
                .params(
                        o.shop(),
                        o.number(),
                        o.placedAt().toEpochMilli(),
                        name(o),
                        email(o),
                        phone(o),
                        country(o),
                        o.purchase().payment().code(),
                        Stage.ORDERED.code(),
                        Json.write(o),
                        source,
                        now.toEpochMilli())
                .query(Long.class)
                .single();
        return new OrderRow(
                id, o, Stage.ORDERED.code(), null, source, now.truncatedTo(ChronoUnit.MILLIS), false, null, null);
    }

    public void update(JdbcClient db, long id, Order o, Instant now) {
        db.sql(UPDATE)
                .params(
                        o.placedAt().toEpochMilli(),
                        name(o),
                        email(o),
                        phone(o),
                        country(o),
                        o.purchase().payment().code(),
                        Json.write(o),
                        now.toEpochMilli(),
                        id)
                .update();
    }

    public void updateStage(JdbcClient db, long id, String stage, @Nullable Stage ended) {
        db.sql("update shop_order set stage = ?, ended = ? where id = ?")
                .params(stage, ended == null ? null : ended.code(), id)
                .update();
    }

    /** Nothing is sent about an order before this moment, or a later one that was set already. */
    public void hold(JdbcClient db, long id, Instant until) {
        db.sql("update shop_order set held_until = max(coalesce(held_until, 0), ?) where id = ?")
                .params(until.toEpochMilli(), id)
                .update();
    }

    /** Brings the stages of these orders up to date. */
    public void updateStages(JdbcClient db, Collection<OrderRow> rows) {
        BatchUpdate.execute(
                db,
                STAGES,
                rows.stream().map(r -> new Object[] {r.stage(), r.id()}).toList());
    }

    public List<String> findTags(JdbcClient db, long id) {
        return db.sql("select tag from order_tag where order_id = ? and removed_at is null order by at, tag")
                .param(id)
                .query(String.class)
                .list();
    }

    public void addTag(JdbcClient db, long id, String tag, String source, Instant now) {
        db.sql(TAG).params(id, tag, now.toEpochMilli(), source).update();
    }

    /** Takes a tag off an order that bore it until now. */
    public void removeTag(JdbcClient db, long id, String tag, Instant now) {
        db.sql("update order_tag set removed_at = ? where order_id = ? and tag = ? and removed_at is null")
                .params(now.toEpochMilli(), id, tag)
                .update();
    }

    /** Takes a tag back, as if it had never been put on. */
    public void deleteTag(JdbcClient db, long id, @Nullable String tag) {
        db.sql("delete from order_tag where order_id = ? and tag = ?")
                .params(id, tag)
                .update();
    }

    public List<Note> findNotes(JdbcClient db, long id) {
        return db.sql("select at, text from order_note where order_id = ? order by at")
                .param(id)
                .query((rs, i) -> new Note(Instant.ofEpochMilli(rs.getLong("at")), rs.getString("text")))
                .list();
    }

    public void addNote(JdbcClient db, long id, String text, Instant now) {
        db.sql("insert into order_note (order_id, at, text) values (?, ?, ?)")
                .params(id, now.toEpochMilli(), text)
                .update();
    }

    /** A line somebody or something left on the order. */
    public record Note(Instant at, String text) {}

    /** {@link #COLUMNS} by their places: names cost the driver a search for each row. */
    public static OrderRow mapRow(ResultSet rs, int i) throws SQLException {
        return new OrderRow(
                rs.getLong(1),
                read(rs.getString(4)),
                rs.getString(2),
                Stage.fromCode(rs.getString(3)).orElse(null),
                rs.getString(5),
                Instant.ofEpochMilli(rs.getLong(6)),
                rs.getObject(7) != null,
                Columns.nullableInstant(rs, 8),
                rs.getString(9));
    }

    /** What was read last, by its text: one scan asks for its order several times. */
    private static final Map<String, Order> LATELY = LruMap.create(2_000);

    private static Order read(String body) {
        return LATELY.computeIfAbsent(body, FlatOrder::read);
    }

    private static @Nullable String name(Order o) {
        return o.customer() == null ? null : o.customer().name();
    }

    private static @Nullable String email(Order o) {
        return o.customer() == null ? null : o.customer().email();
    }

    private static @Nullable String phone(Order o) {
        return o.customer() == null ? null : o.customer().phone();
    }

    private static @Nullable String country(Order o) {
        return o.shipTo() == null ? null : o.shipTo().country();
    }
}
