package upbeat.herald.server.delivery.sms;

import java.math.BigDecimal;
import java.util.Currency;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * An account at an SMS centre, without its password.
 *
 * @param port 2775 where none is given, the port registered for SMPP (IANA)
 * @param user the system id
 * @param price of one segment, decimal, in {@code currency}; null for the usual one
 * @param prices of one segment by country of the number, where it is another
 */
record SmsAccount(
        String host,
        Integer port,
        String user,
        @Nullable String price,
        @Nullable String currency,
        @Nullable Map<String, String> prices) {
    private static final int SMPP = 2775;
    private static final Pattern PRICE = Pattern.compile("\\d{1,4}(\\.\\d{1,4})?");

    SmsAccount {
        host = host == null ? "" : host;
        port = port == null ? Integer.valueOf(SMPP) : port;
        user = user == null ? "" : user;
    }

    /**
     * @param country ISO 3166-1 alpha-2 of the number, or null where nobody knows; {@code usual} for what is not given
     */
    Price priceOf(int segments, @Nullable String country, SmsAccount usual) {
        Map<String, String> byCountry = prices == null ? usual.prices() : prices;
        String general = price == null ? usual.price() : price;
        String one = country == null || byCountry == null ? general : byCountry.getOrDefault(country, general);
        return new Price(
                new BigDecimal(Objects.requireNonNull(one)).multiply(BigDecimal.valueOf(segments)),
                currency == null ? usual.currency() : currency);
    }

    static void validate(Map<String, Object> account, ValidationException errors) {
        SmsAccount a = Json.convert(account, SmsAccount.class);
        errors.check(
                a.host().matches("[A-Za-z0-9.:_-]{1,200}"),
                "account.host",
                "Enter the server's name, such as sms.example.com");
        errors.check(a.port() >= 1 && a.port() <= 65_535, "account.port", "A port is a number from 1 to 65535");
        errors.check(a.price() == null || isPrice(a.price()), "account.price", "Write a price as 0.15");
        if (a.prices() != null)
            a.prices()
                    .forEach((country, price) -> errors.check(
                            Countries.CODES.contains(country) && isPrice(price),
                            "account.prices",
                            "Write a price by country as DE 0.09; \"" + country + " " + price + "\" doesn't fit"));
        errors.check(
                a.currency() == null || isCurrency(a.currency()),
                "account.currency",
                "A currency has three letters, such as EUR");
    }

    private static boolean isPrice(@Nullable String price) {
        return price != null && PRICE.matcher(price).matches();
    }

    private static boolean isCurrency(String code) {
        return Currency.getAvailableCurrencies().stream()
                .anyMatch(c -> c.getCurrencyCode().equals(code));
    }
}
