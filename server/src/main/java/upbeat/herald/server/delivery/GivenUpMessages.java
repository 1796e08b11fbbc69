package upbeat.herald.server.delivery;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.message.ChannelFallback;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;

/** Ends what a gateway won't take: failed, the next channel asked, and an address that doesn't exist put aside. */
@Component
class GivenUpMessages {
    private final MessageRepository messages;
    private final ChannelFallback next;
    private final BadAddresses addresses;

    GivenUpMessages(MessageRepository messages, ChannelFallback next, BadAddresses addresses) {
        this.messages = messages;
        this.next = next;
        this.addresses = addresses;
    }

    void giveUp(JdbcClient db, MessageRow m, String reason, boolean isAddressBad, Instant now) {
        messages.markFailed(db, m.seq(), reason);
        next.planNext(db, m);
        if (isAddressBad) addresses.stop(db, m, BadAddresses.BOUNCED, reason, now);
    }
}
