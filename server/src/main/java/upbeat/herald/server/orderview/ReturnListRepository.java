package upbeat.herald.server.orderview;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ReturnRepository.ReturnRow;

/** Returns of all orders. */
@Repository
class ReturnListRepository {
    /** Those of an order that was cancelled or refunded meanwhile are looked for too. */
    private static final String WAITING = "r.received_at is null and r.cancelled_at is null";

    static final String COUNT =
            "select count(*), total(r.arrived_at is not null) from customer_return r where " + WAITING;
    private static final String LINE = """
            select r.*, o.shop, o.number as order_number, o.stage, o.name as customer from customer_return r
            cross join shop_order o on o.id = r.order_id\s""";
    /** Those first that arrived, then the oldest. */
    static final String OPEN =
            LINE + "where " + WAITING + " order by r.arrived_at is null, r.requested_at, r.id limit :most offset :from";

    static final String ALL = LINE + "order by r.requested_at desc, r.id desc limit :most offset :from";

    /** @param arrived those of them that are back, as the carrier says */
    record ReturnCounts(int waiting, int arrived) {}

    /** @param stage of the order */
    record ReturnLine(
            ReturnRow row,
            String shop,
            String orderNumber,
            String stage,
            @Nullable String customer) {}

    ReturnCounts count(JdbcClient db) {
        return db.sql(COUNT)
                .query((rs, i) -> new ReturnCounts(rs.getInt(1), rs.getInt(2)))
                .single();
    }

    /** @param isWaiting true for those that are waited for, the longest first; false for all, the newest first */
    List<ReturnLine> find(JdbcClient db, boolean isWaiting, int most, int from) {
        return db.sql(isWaiting ? OPEN : ALL)
                .param("most", most)
                .param("from", from)
                .query((rs, i) -> new ReturnLine(
                        ReturnRepository.mapRow(rs, i),
                        rs.getString("shop"),
                        rs.getString("order_number"),
                        rs.getString("stage"),
                        rs.getString("customer")))
                .list();
    }
}
