package upbeat.herald.server.orderview;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;

/** The list of orders with each one's way and what was said along it. */
@Repository
public class OrderListRepository {
    /** From one country, or tag, to the next in the index, without their orders. */
    private static final String COUNTRIES = """
            with recursive c(country) as (select min(country) from shop_order
            union all select (select min(o.country) from shop_order o where o.country > c.country) from c
            where c.country is not null)
            select country from c where country is not null""";

    private static final String TAGS = """
            with recursive t(tag) as (select min(tag) from order_tag where removed_at is null
            union all select (select min(o.tag) from order_tag o where o.tag > t.tag and o.removed_at is null) from t
            where t.tag is not null)
            select tag from t where tag is not null limit 200""";
    /** Up to so many orders are looked up one by one and sorted; of more, the list is walked until a page is full. */
    private static final int FEW = 2_000;

    private final AnswerRepository answers;

    OrderListRepository(AnswerRepository answers) {
        this.answers = answers;
    }

    public record Row(
            String shop,
            String number,
            Instant placedAt,
            @JsonUnwrapped RowRecipient recipient,
            @JsonUnwrapped RowPurchase purchase,
            @JsonUnwrapped RowParcels parcels,
            @JsonUnwrapped RowProgress progress,
            List<String> tags) {}

    public record RowRecipient(
            @Nullable String name, @Nullable String country) {}

    public record RowPurchase(
            String payment,
            @Nullable String total,
            @Nullable String currency) {}

    /** How many there are, and the number of the first. */
    public record RowParcels(int parcels, @Nullable String trackingNumber) {}

    /**
     * @param stage of the order, may be {@code partly-dispatched} or {@code partly-delivered}
     * @param at where the parcel that is furthest behind stands: a stage's word
     * @param reached the stops its way touched, oldest first, each once
     * @param marks what a person should look at, most urgent first
     */
    public record RowProgress(String stage, String at, List<String> reached, List<Said> said, List<Mark> marks) {}

    /** The customer asked to cancel; a message waits for its gateway; there is no way to write to the customer. */
    public enum Mark {
        CANCEL_WISHED,
        WAITING,
        NO_CONTACT
    }

    /** What came of the notices that hang on a stop. @param state {@code sent}, {@code planned} or {@code missed} */
    public record Said(String stage, String state) {}

    /** @param next to be sent as {@code after} for the rest, or null at the end */
    public record Page(List<Row> rows, @Nullable String next) {}

    /**
     * Newest first: by the day of the order, or by arrival where words lead. @param after what the last page said, or
     * null
     */
    Page findPage(JdbcClient db, OrderFilter filter, @Nullable String after, int limit, Instant now) {
        OrderPage page = findOrders(db, filter, after, limit, now);
        return new Page(rows(db, page.orders()), page.next());
    }

    /** Orders as they are kept. @param next as in {@link Page} */
    record OrderPage(List<OrderRow> orders, @Nullable String next) {}

    /** The same orders without what the list shows beside them, for reading all there are. */
    OrderPage findOrders(JdbcClient db, OrderFilter filter, @Nullable String after, int limit, Instant now) {
        OrderFilter.Sql sql = filter.toSql(now, c -> isRare(db, c));
        Map<String, Object> params = new HashMap<>(sql.params());
        StringBuilder text = new StringBuilder("select " + OrderRepository.COLUMNS + " " + sql.text());
        if (after != null) {
            String[] cursor = after.split("-");
            text.append(sql.byWords() ? " and s.rowid < :id" : " and (o.placed_at, o.id) < (:placed, :id)");
            params.put("placed", Long.parseLong(cursor[0]));
            params.put("id", Long.parseLong(cursor[1]));
        }
        text.append(order(sql));
        params.put("limit", limit + 1);
        List<OrderRow> found = db.sql(text.toString())
                .params(params)
                .query(OrderRepository::mapRow)
                .list();
        boolean more = found.size() > limit;
        List<OrderRow> page = more ? found.subList(0, limit) : found;
        OrderRow last = page.isEmpty() ? null : page.get(page.size() - 1);
        return new OrderPage(
                page, more && last != null ? last.order().placedAt().toEpochMilli() + "-" + last.id() : null);
    }

    /** True where few orders meet a condition, so that they are better looked up than looked for. */
    private static boolean isRare(JdbcClient db, OrderFilter.Condition condition) {
        return db.sql("select count(*) from (" + condition.orderIds() + " limit " + (FEW + 1) + ")")
                        .params(condition.params())
                        .query(Integer.class)
                        .single()
                <= FEW;
    }

    /** What an order is called. */
    record MatchingOrder(String shop, String number) {}

    /** The same orders by their names alone, newest first. */
    List<MatchingOrder> findNames(JdbcClient db, OrderFilter filter, int most, Instant now) {
        OrderFilter.Sql sql = filter.toSql(now, c -> isRare(db, c));
        return db.sql("select o.shop, o.number " + sql.text() + order(sql))
                .params(sql.params())
                .param("limit", most)
                .query((rs, i) -> new MatchingOrder(rs.getString(1), rs.getString(2)))
                .list();
    }

    private static String order(OrderFilter.Sql sql) {
        return sql.byWords()
                ? " order by s.rowid desc limit :limit"
                : " order by o.placed_at desc, o.id desc limit :limit";
    }

    /** How many there are, counted up to {@code most}. */
    int count(JdbcClient db, OrderFilter filter, int most, Instant now) {
        OrderFilter.Sql sql = filter.toSql(now, c -> isRare(db, c));
        return db.sql("select count(*) from (select 1 " + sql.text() + " limit " + most + ")")
                .params(sql.params())
                .query(Integer.class)
                .single();
    }

    private List<Row> rows(JdbcClient db, List<OrderRow> page) {
        if (page.isEmpty()) return List.of();
        List<Long> ids = page.stream().map(OrderRow::id).toList();
        record Parcel(String number, Stage stage) {}
        Map<Long, List<Parcel>> parcels = new HashMap<>();
        db.sql("select order_id, tracking_number, stage from parcel where order_id in (:ids) order by id")
                .param("ids", ids)
                .query(rs -> {
                    parcels.computeIfAbsent(rs.getLong(1), k -> new ArrayList<>())
                            .add(new Parcel(
                                    rs.getString(2),
                                    Stage.fromCode(rs.getString(3)).orElseThrow()));
                });
        Map<Long, List<String>> reached = new HashMap<>();
        db.sql(
                        "select order_id, stage, min(at) as at from stage_reached where order_id in (:ids) group by order_id, stage order by at, id")
                .param("ids", ids)
                .query(rs -> {
                    reached.computeIfAbsent(rs.getLong(1), k -> new ArrayList<>())
                            .add(rs.getString(2));
                });
        Map<Long, Map<String, String>> said = new HashMap<>();
        Set<Long> waiting = new HashSet<>();
        db.sql("select order_id, stage, status from message where order_id in (:ids) order by seq")
                .param("ids", ids)
                .query(rs -> {
                    if (MessageStatus.WAITING.code().equals(rs.getString(3))) waiting.add(rs.getLong(1));
                    said.computeIfAbsent(rs.getLong(1), k -> new HashMap<>())
                            .merge(rs.getString(2), state(rs.getString(3)), OrderListRepository::louder);
                });
        Map<Long, List<String>> tags = findTags(db, ids);
        Set<Long> refused = answers.findRefused(db, ids);
        return page.stream()
                .map(r -> {
                    Order o = r.order();
                    List<Parcel> mine = parcels.getOrDefault(r.id(), List.of());
                    String at = r.ended() != null
                            ? r.ended().code()
                            : mine.stream()
                                    .map(Parcel::stage)
                                    .min(java.util.Comparator.comparing(Stage::position))
                                    .or(() -> Stage.fromCode(r.stage()))
                                    .orElse(Stage.ORDERED)
                                    .code();
                    return new Row(
                            o.shop(),
                            o.number(),
                            o.placedAt(),
                            new RowRecipient(
                                    o.customer() == null ? null : o.customer().name(),
                                    o.shipTo() == null ? null : o.shipTo().country()),
                            new RowPurchase(
                                    o.purchase().payment().code(),
                                    OrderView.plainAmount(o.purchase().total()),
                                    o.purchase().currency()),
                            new RowParcels(
                                    mine.size(),
                                    mine.isEmpty() ? null : mine.get(0).number()),
                            new RowProgress(
                                    r.stage(),
                                    at,
                                    reached.getOrDefault(r.id(), List.of()),
                                    said.getOrDefault(r.id(), Map.of()).entrySet().stream()
                                            .map(e -> new Said(e.getKey(), e.getValue()))
                                            .toList(),
                                    marks(r, refused, waiting)),
                            tags.getOrDefault(r.id(), List.of()));
                })
                .toList();
    }

    private static List<Mark> marks(OrderRow row, Set<Long> refused, Set<Long> waiting) {
        List<Mark> marks = new ArrayList<>();
        if (row.ended() == null && refused.contains(row.id())) marks.add(Mark.CANCEL_WISHED);
        if (waiting.contains(row.id())) marks.add(Mark.WAITING);
        Order.Customer customer = row.order().customer();
        if (!row.isErased() && (customer == null || customer.email() == null && customer.phone() == null))
            marks.add(Mark.NO_CONTACT);
        return marks;
    }

    /** The tags of each of these orders, by its id; the oldest first. */
    Map<Long, List<String>> findTags(JdbcClient db, List<Long> ids) {
        Map<Long, List<String>> tags = new HashMap<>();
        db.sql("select order_id, tag from order_tag where order_id in (:ids) and removed_at is null order by at, tag")
                .param("ids", ids)
                .query(rs -> {
                    tags.computeIfAbsent(rs.getLong(1), k -> new ArrayList<>()).add(rs.getString(2));
                });
        return tags;
    }

    private static String state(String status) {
        return switch (status) {
            case "accepted", "delivered", "read" -> "sent";
            case "planned", "waiting", "sending" -> "planned";
            default -> "missed";
        };
    }

    /**
     * Of several messages at a stop, one that went out says more than one that is planned, and that more than one that
     * missed.
     */
    private static String louder(String a, String b) {
        return a.equals("sent") || b.equals("sent")
                ? "sent"
                : a.equals("planned") || b.equals("planned") ? "planned" : "missed";
    }

    /** Countries of destination, ISO 3166-1 alpha-2. */
    List<String> findCountries(JdbcClient db) {
        return db.sql(COUNTRIES).query(String.class).list();
    }

    List<String> findTags(JdbcClient db) {
        return db.sql(TAGS).query(String.class).list();
    }
}
