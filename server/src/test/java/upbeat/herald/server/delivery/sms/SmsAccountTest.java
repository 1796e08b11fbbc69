package upbeat.herald.server.delivery.sms;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import upbeat.herald.server.platform.web.ValidationException;

class SmsAccountTest {
    private static final SmsAccount USUAL = new SmsAccount("sms.example", null, "herald", "0.15", "EUR", Map.of());

    /** Port of SMPP: IANA, Service Name and Transport Protocol Port Number Registry. */
    @Test
    void thePortIsTheRegisteredOneUnlessAnotherIsGiven() {
        assertThat(USUAL.port()).isEqualTo(2775);
    }

    @Test
    void aCountrysOwnPriceIsTakenPerSegment() {
        SmsAccount account = new SmsAccount("sms.example", 2775, "u", "0.10", "SEK", Map.of("DE", "0.09"));
        assertThat(account.priceOf(2, "DE", USUAL).toString()).contains("0.18", "SEK");
        assertThat(account.priceOf(3, "FR", USUAL).toString()).contains("0.30", "SEK");
        assertThat(account.priceOf(1, null, USUAL).toString()).contains("0.10", "SEK");
    }

    @Test
    void whatIsNotGivenComesFromTheConfiguration() {
        SmsAccount account = new SmsAccount("sms.example", null, "u", null, null, null);
        assertThat(account.priceOf(1, "DE", USUAL).toString()).contains("0.15", "EUR");
    }

    private static ValidationException errors(String field, Object value) {
        Map<String, Object> account = new HashMap<>(Map.of("host", "sms.example", "port", 2775, "user", "u"));
        account.put(field, value);
        ValidationException errors = new ValidationException();
        SmsAccount.validate(account, errors);
        return errors;
    }

    @Test
    void aWrongValueIsNamedByItsField() {
        assertThat(errors("host", "not a host").errors()).extracting("field").containsExactly("account.host");
        assertThat(errors("port", 70_000).errors()).extracting("field").containsExactly("account.port");
        assertThat(errors("price", "cheap").errors()).extracting("field").containsExactly("account.price");
        assertThat(errors("prices", Map.of("XX", "0.10")).errors()).hasSize(1);
        assertThat(errors("price", "0.2").errors()).isEmpty();
    }
}
