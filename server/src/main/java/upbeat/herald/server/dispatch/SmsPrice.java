package upbeat.herald.server.dispatch;

import java.math.BigDecimal;
import org.springframework.stereotype.Component;

/** What an SMS costs at the gateway in use. */
@Component
public class SmsPrice {
    private final Accounts accounts;

    SmsPrice(Accounts accounts) {
        this.accounts = accounts;
    }

    public BigDecimal of(int segments) {
        return new BigDecimal(accounts.sms().price()).multiply(BigDecimal.valueOf(segments));
    }

    /** ISO 4217. */
    public String currency() {
        return accounts.sms().currency();
    }
}
