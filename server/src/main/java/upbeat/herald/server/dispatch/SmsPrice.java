package upbeat.herald.server.dispatch;

import java.math.BigDecimal;
import org.springframework.stereotype.Component;
import upbeat.herald.server.Settings;

/** What an SMS costs at the gateway in use. */
@Component
public class SmsPrice {
    private final Accounts accounts;

    SmsPrice(Accounts accounts) {
        this.accounts = accounts;
    }

    /** @param country of the number, ISO 3166-1 alpha-2, or null where nobody knows */
    public BigDecimal of(int segments, String country) {
        Settings.Sms account = accounts.sms();
        String price = country == null ? account.price() : account.prices().getOrDefault(country, account.price());
        return new BigDecimal(price).multiply(BigDecimal.valueOf(segments));
    }

    /** ISO 4217. */
    public String currency() {
        return accounts.sms().currency();
    }
}
