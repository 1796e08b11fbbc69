package upbeat.herald.server.dispatch;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.InstantSource;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.storage.Writer;

/** Which wordings the chat network has judged. A changed wording has another name, so that an approved one stays what it was. */
@Component
class ChatTemplates {
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;

    ChatTemplates(JdbcClient reader, Writer writer, InstantSource clock) {
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    record Known(boolean approved, String reason) {}

    Optional<Known> find(String name) {
        return reader.sql("select status, reason from chat_template where name = ?").param(name).query((rs, i) -> new Known(rs.getString("status").equals("approved"), rs.getString("reason"))).optional();
    }

    Known keep(String name, String status, String reason) {
        writer.write(db -> db.sql("insert into chat_template (name, status, reason, at) values (?, ?, ?, ?) on conflict (name) do update set status = excluded.status, reason = excluded.reason, at = excluded.at")
                .params(name, status, reason, clock.instant().toEpochMilli()).update());
        return new Known(status.equals("approved"), reason);
    }

    /** The notice's name and the first digits of a hash of its text and buttons. */
    static String name(Outgoing m) {
        String content = m.language() + "\n" + m.content().template().body() + "\n" + (m.question() == null ? "" : m.question().buttons());
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(content.getBytes(StandardCharsets.UTF_8));
            return m.noticeId().toLowerCase(Locale.ROOT).replace('-', '_') + "_" + HexFormat.of().formatHex(hash, 0, 6);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
    }
}
