package upbeat.herald.server.credit;

import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Adds the ledger up anew at every start: the sums that are kept have to be those of the entries. */
@Component
class CreditCheck {
    private static final Logger LOG = LoggerFactory.getLogger(CreditCheck.class);

    private final CreditRepository credit;
    private final JdbcClient reader;

    CreditCheck(CreditRepository credit, JdbcClient reader) {
        this.credit = credit;
        this.reader = reader;
    }

    @EventListener(ApplicationReadyEvent.class)
    void check() {
        Thread thread = new Thread(() -> findFaults().forEach(f -> LOG.error("The ledger doesn't balance: {}", f)));
        thread.setName("ledger-check");
        thread.setDaemon(true);
        thread.start();
    }

    /** What doesn't add up, in words; empty where all does. */
    List<String> findFaults() {
        return credit.findFaults(reader).stream()
                .map(f -> f.what() + ": " + f.kept() + " instead of " + f.expected())
                .toList();
    }
}
