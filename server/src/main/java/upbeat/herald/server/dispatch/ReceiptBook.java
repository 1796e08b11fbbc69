package upbeat.herald.server.dispatch;

import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.server.storage.Writer;

/**
 * Takes receipts. One may overtake the record of its own hand-over: it is kept then, and applied when the record is
 * there.
 */
@Component
public class ReceiptBook {
    private static final String KEEP =
            "insert into receipt (channel, gateway_ref, status, detail, at) values (?, ?, ?, ?, ?)";
    private static final String OPEN =
            "select id, status, detail, at from receipt where channel = ? and gateway_ref = ? and applied = 0 order by id";

    private final MessageStore messages;
    private final NextChannel next;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell bell;

    ReceiptBook(MessageStore messages, NextChannel next, Writer writer, InstantSource clock, Bell bell) {
        this.messages = messages;
        this.next = next;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
    }

    public enum Kind {
        DELIVERED,
        READ,
        FAILED
    }

    /** @param ref the message's name at the gateway */
    public record Receipt(Channel channel, String ref, Kind kind, String detail) {}

    public void take(Receipt receipt) {
        writer.writeAside(db -> {
            db.sql(KEEP)
                    .params(
                            receipt.channel().code(),
                            receipt.ref(),
                            receipt.kind().name(),
                            receipt.detail(),
                            clock.instant().toEpochMilli())
                    .update();
            apply(db, receipt.channel(), receipt.ref());
            return null;
        });
        bell.ring();
    }

    /** Applies what was reported under this name, where the message is known by it. */
    void apply(JdbcClient db, Channel channel, String ref) {
        MessageRow message = messages.byRef(db, channel, ref).orElse(null);
        if (message == null) return;
        record Open(long id, Kind kind, String detail, Instant at) {}
        List<Open> open = db.sql(OPEN)
                .params(channel.code(), ref)
                .query((rs, i) -> new Open(
                        rs.getLong("id"),
                        Kind.valueOf(rs.getString("status")),
                        rs.getString("detail"),
                        Instant.ofEpochMilli(rs.getLong("at"))))
                .list();
        for (Open receipt : open) {
            switch (receipt.kind()) {
                case DELIVERED -> messages.delivered(db, message.seq(), receipt.at());
                case READ -> messages.read(db, message.seq(), receipt.at());
                case FAILED -> {
                    if (messages.failed(db, message.seq(), receipt.detail())) next.after(db, message);
                }
            }
            db.sql("update receipt set applied = 1 where id = ?")
                    .param(receipt.id())
                    .update();
        }
    }
}
