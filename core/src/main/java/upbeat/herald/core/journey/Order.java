package upbeat.herald.core.journey;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One order as a shop sent it. Absent values are null, never empty text.
 *
 * @param shop the source's key, lower case letters, digits and hyphens
 * @param number the shop's order number, unique within the shop
 * @param country of {@link ShipTo}: ISO 3166-1 alpha-2
 * @param tags words put on the order by the shop; answers add their own elsewhere
 */
public record Order(
        String shop,
        String number,
        Instant placedAt,
        @Nullable Customer customer,
        @Nullable ShipTo shipTo,
        @JsonUnwrapped Purchase purchase,
        Consent consent,
        List<String> tags) {

    public Order {
        tags = List.copyOf(tags);
    }

    /** What is left when its customer's data is erased: what was bought, and the country it went to. */
    public Order withoutPerson() {
        ShipTo country = shipTo == null ? null : new ShipTo(null, null, null, null, null, shipTo.country());
        return new Order(shop, number, placedAt, null, country, purchase, Consent.UNKNOWN, tags);
    }

    /** The same with other addresses of its customer. */
    public Order withContact(@Nullable String email, @Nullable String phone) {
        Customer who = customer == null ? Customer.NOBODY : customer;
        return new Order(
                shop,
                number,
                placedAt,
                new Customer(who.name(), email, phone, who.language()),
                shipTo,
                purchase,
                consent,
                tags);
    }

    /**
     * What was bought, and how it is paid.
     *
     * @param currency ISO 4217 code of {@code total} and of the items' prices
     */
    public record Purchase(
            Payment payment,
            @Nullable String currency,
            @Nullable BigDecimal total,
            List<Item> items) {
        public Purchase {
            items = List.copyOf(items);
        }
    }

    /**
     * @param email as given, syntax checked
     * @param phone E.164 with plus sign, or null where none was given or what was given can't be a number
     * @param language BCP 47 tag, or null
     */
    public record Customer(
            @Nullable String name,
            @Nullable String email,
            @Nullable String phone,
            @Nullable String language) {
        public static final Customer NOBODY = new Customer(null, null, null, null);
    }

    /** @param region as the shop writes it: an ISO 3166-2 code with or without its country, or a name */
    public record ShipTo(
            @Nullable String name,
            @Nullable String street,
            @Nullable String city,
            @Nullable String region,
            @Nullable String postcode,
            @Nullable String country) {
        public static final ShipTo NOWHERE = new ShipTo(null, null, null, null, null, null);
    }

    /** @param quantity pieces, 1 or more; {@code price} of one piece in the order's currency */
    public record Item(
            @Nullable String sku,
            @Nullable String name,
            int quantity,
            @Nullable BigDecimal price,
            @Nullable String imageUrl) {}

    /** How many pieces these items are in all. */
    public static int countPieces(List<Item> items) {
        int pieces = 0;
        for (Item item : items) pieces += item.quantity();
        return pieces;
    }

    /** What the customer agreed to, channel by channel; null where nothing is known. */
    public record Consent(
            @Nullable Boolean email,
            @Nullable Boolean sms,
            @Nullable Boolean whatsapp) {
        public static final Consent UNKNOWN = new Consent(null, null, null);
    }
}
