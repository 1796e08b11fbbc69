package upbeat.herald.server.message;

import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.message.ReceiptService.Kind;
import upbeat.herald.server.message.ReceiptService.Receipt;

/** Receipts as they came in. */
@Repository
class ReceiptRepository {
    private static final String INSERT =
            "insert into receipt (channel, gateway_ref, status, detail, at) values (?, ?, ?, ?, ?)";
    private static final String FIND_PENDING = """
            select id, status, detail, at from receipt where channel = ? and gateway_ref = ? and applied = 0
            order by id""";

    record PendingReceipt(long id, Kind kind, String detail, Instant at) {}

    void insert(JdbcClient db, Receipt r, Instant now) {
        db.sql(INSERT)
                .params(r.channel().code(), r.reference(), r.kind().name(), r.detail(), now.toEpochMilli())
                .update();
    }

    List<PendingReceipt> findPending(JdbcClient db, Channel channel, String reference) {
        return db.sql(FIND_PENDING)
                .params(channel.code(), reference)
                .query((rs, i) -> new PendingReceipt(
                        rs.getLong("id"),
                        Kind.valueOf(rs.getString("status")),
                        rs.getString("detail"),
                        Instant.ofEpochMilli(rs.getLong("at"))))
                .list();
    }

    void markApplied(JdbcClient db, long id) {
        db.sql("update receipt set applied = 1 where id = ?").param(id).update();
    }
}
