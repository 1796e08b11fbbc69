package upbeat.herald.server.message;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.History;

/** What the customer of an order is told, about whichever order. */
@Repository
class CustomerDayRepository {
    /** Orders of one e-mail address, or of one phone number, are one customer's. */
    static final String FIND = """
            with same (id) as (
                select o.id from shop_order o where o.id = :order
                union select e.id from shop_order o join shop_order e on lower(e.email) = lower(o.email)
                where o.id = :order and o.email is not null and e.email is not null
                union select e.id from shop_order o join shop_order e on e.phone = o.phone
                where o.id = :order and o.phone is not null and e.phone is not null)
            select m.notice_id, m.order_id, m.parcel, m.occasion, m.status not in ('planned', 'waiting') as is_sent,
            coalesce(m.sent_at, m.claimed_at, m.due_at) as at
            from same join message m on m.order_id = same.id
            where not m.for_team
            and m.status in ('planned', 'waiting', 'sending', 'accepted', 'delivered', 'read', 'unsure')
            and coalesce(m.sent_at, m.claimed_at, m.due_at) between :from and :to""";

    /** @param key see {@link #key} */
    record Told(String noticeId, String key, Instant at, boolean isSent) {}

    List<Told> find(JdbcClient db, long orderId, Instant from, Instant to) {
        return db.sql(FIND)
                .param("order", orderId)
                .param("from", from.toEpochMilli())
                .param("to", to.toEpochMilli())
                .query((rs, i) -> {
                    String notice = rs.getString("notice_id");
                    return new Told(
                            notice,
                            key(rs.getLong("order_id"), notice, rs.getString("parcel"), rs.getString("occasion")),
                            Instant.ofEpochMilli(rs.getLong("at")),
                            rs.getBoolean("is_sent"));
                })
                .list();
    }

    /** What a message says, the same over all channels: about which order, and which of its parcels. */
    static String key(long orderId, String notice, @Nullable String parcel, String occasion) {
        return orderId + "|" + History.key(notice, Texts.blankToNull(parcel), occasion);
    }
}
