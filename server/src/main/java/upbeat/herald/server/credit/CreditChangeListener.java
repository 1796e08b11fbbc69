package upbeat.herald.server.credit;

import org.springframework.jdbc.core.simple.JdbcClient;

/** Called when more may be sent than before, within the transaction that says so. */
public interface CreditChangeListener {
    void moreMayBeSent(JdbcClient db);
}
