package upbeat.herald.server.credit;

import java.util.ArrayList;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.credit.LedgerAccount;

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
        List<String> faults = new ArrayList<>();
        if (!credit.isOn(reader)) return faults;
        credit.findDifferences(reader)
                .forEach(d ->
                        faults.add(d.account() + " is kept as " + d.kept() + " and its entries sum to " + d.summed()));
        long held = credit.findBalances(reader).getOrDefault(LedgerAccount.HELD, 0L);
        long forMessages = credit.sumHeldForMessages(reader);
        if (held != forMessages) faults.add("held is " + held + " and the messages' sum is " + forMessages);
        int nothing = credit.countHeldForNothing(reader);
        if (nothing > 0) faults.add("something is held for " + nothing + " messages that are over");
        return faults;
    }
}
