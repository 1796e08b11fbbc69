package upbeat.herald.server.simulation;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import upbeat.herald.server.credit.CreditPayments;
import upbeat.herald.server.credit.CreditService;

/**
 * What the demo's messages cost, and what was paid in before its past began. Tests that count money bring their own.
 */
@Component
@ConditionalOnProperty("herald.demo")
class DemoCredit {
    private static final String PRICES = """
            channel,country,price,currency,from,until
            sms,,0.15,EUR,2026-01-01,
            sms,DE,0.09,EUR,2026-01-01,
            sms,US,0.02,EUR,2026-01-01,
            whatsapp,,0.06,EUR,2026-01-01,
            """;

    private final CreditService credit;
    private final CreditPayments payments;
    private final boolean wanted;

    DemoCredit(CreditService credit, CreditPayments payments, @Value("${herald.demo-credit:true}") boolean wanted) {
        this.credit = credit;
        this.payments = payments;
        this.wanted = wanted;
    }

    void insert(String by) {
        if (!wanted) return;
        credit.importPrices(PRICES.getBytes(StandardCharsets.UTF_8));
        payments.bookPayment("demo-first-payment", new BigDecimal("120.00"), "Opening balance", by);
        credit.saveSettings(new CreditService.SettingsBody("20.00", "other", Map.of("email", 20_000)));
    }
}
