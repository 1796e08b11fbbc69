package upbeat.herald.server.message;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.credit.CreditChangeListener;

/** Puts back in line what waited for credit, or for another month. */
@Component
class CreditRelease implements CreditChangeListener {
    private final MessageRepository messages;

    CreditRelease(MessageRepository messages) {
        this.messages = messages;
    }

    @Override
    public void moreMayBeSent(JdbcClient db) {
        messages.releaseShort(db);
    }
}
