package upbeat.herald.server.delivery;

import java.time.InstantSource;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/** The messages of a channel whose time has come. */
@Component
class DueMessages {
    private final MessageRepository messages;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    DueMessages(MessageRepository messages, JdbcClient reader, DatabaseWriter writer, InstantSource clock) {
        this.messages = messages;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /**
     * The urgent and the longest due first, without those of notices that are stopped.
     *
     * @param full receivers to skip; {@code countries} the same
     */
    List<MessageRepository.Due> find(Channel channel, Set<String> full, Set<String> countries, int most) {
        return messages.findDue(reader, channel, full, countries, clock.instant(), most);
    }

    /** @param reason why these aren't sent now */
    void markWaiting(List<Long> seqs, String reason) {
        writer.writeAside(db -> messages.markWaiting(db, seqs, reason));
    }

    /** @param reason why none of them is sent now */
    void markWaiting(Channel channel, String reason) {
        writer.writeAside(db -> messages.markAllWaiting(db, channel, reason, clock.instant()));
    }
}
