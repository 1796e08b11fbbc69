package upbeat.herald.core.exchange;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The columns that order sheets have, and the headings they go by (common practice, no source). */
public enum SheetColumn {
    ORDER("order", "order number", "order", "order no", "number", "order id", "order nr"),
    NAME("name", "name", "customer", "customer name", "recipient", "full name"),
    EMAIL("email", "e-mail", "email", "mail", "e-mail address", "email address"),
    PHONE("phone", "phone", "telephone", "mobile", "phone number", "tel"),
    COUNTRY("country", "country", "country code", "ship to country"),
    CARRIER("carrier", "carrier", "shipped by", "courier"),
    TRACKING("trackingNumber", "tracking number", "tracking", "tracking no", "tracking code", "consignment"),
    STATUS("status", "status", "stage", "state"),
    PLACED_AT("placedAt", "placed at", "placed", "order date", "date"),
    PAYMENT("payment", "payment", "paid by", "payment method"),
    TOTAL("total", "total", "amount"),
    CURRENCY("currency", "currency"),
    LANGUAGE("language", "language"),
    STREET("street", "street", "address"),
    CITY("city", "city", "town"),
    REGION("region", "region", "state or region", "province", "county"),
    POSTCODE("postcode", "postcode", "zip", "postal code"),
    SKU("sku", "sku", "article", "item number"),
    ITEM("item", "item", "item name", "product"),
    QUANTITY("quantity", "quantity", "qty", "pieces"),
    PRICE("price", "price", "unit price"),
    TAGS("tags", "tags", "labels"),
    CONSENT_EMAIL("consentEmail", "e-mail consent", "email consent", "mail consent", "e-mail opt-in", "email opt-in"),
    CONSENT_SMS("consentSms", "sms consent", "text consent", "sms opt-in"),
    CONSENT_WHATSAPP("consentWhatsapp", "whatsapp consent", "chat consent", "whatsapp opt-in");

    /** Headings of columns that only together are one of ours, in their order (common practice, no source). */
    private static final Map<SheetColumn, List<List<String>>> PARTS = Map.of(
            NAME,
            List.of(List.of("first name", "given name", "forename"), List.of("last name", "surname", "family name")),
            STREET,
            List.of(List.of("street", "address", "street name"), List.of("house number", "house no", "street number")),
            PLACED_AT,
            List.of(List.of("date", "order date"), List.of("time", "order time")));

    private final String code;
    private final List<String> headings;

    SheetColumn(String code, String... headings) {
        this.code = code;
        this.headings = List.of(headings);
    }

    public String code() {
        return code;
    }

    /** The column in words: its usual heading. */
    public String label() {
        return headings.get(0);
    }

    public static Optional<SheetColumn> fromCode(@Nullable String code) {
        return Arrays.stream(values()).filter(c -> c.code.equals(code)).findFirst();
    }

    /** The column that usually goes by this heading. */
    public static Optional<SheetColumn> fromHeading(String heading) {
        String plain = normalize(heading);
        return Arrays.stream(values()).filter(c -> c.headings.contains(plain)).findFirst();
    }

    /**
     * How it is remembered that a heading is this column: its code, or the code and a place where only several headings
     * together are. Two headings that were each the whole column in files of their own are so never joined.
     *
     * @param place of the heading among {@code of}, from 0
     */
    public String remember(int place, int of) {
        return of == 1 ? code : code + '/' + (char) ('a' + place);
    }

    /** True where a heading is remembered as a part of this column. */
    boolean isPart(@Nullable String remembered) {
        return remembered != null && remembered.startsWith(code + '/');
    }

    /** What stands between the cells of columns that are read as one. */
    String separator() {
        return this == TAGS ? ", " : " ";
    }

    /** The headings, out of these, that only together are this column; empty where one of its parts is missing. */
    List<Integer> findParts(List<String> plainHeadings) {
        List<Integer> found = new ArrayList<>();
        for (List<String> part : PARTS.getOrDefault(this, List.of())) {
            int at = part.stream()
                    .mapToInt(plainHeadings::indexOf)
                    .filter(i -> i >= 0)
                    .findFirst()
                    .orElse(-1);
            if (at < 0) return List.of();
            found.add(at);
        }
        return found;
    }

    /** A heading as headings are compared and remembered. */
    public static String normalize(String heading) {
        return heading.strip().toLowerCase(Locale.ROOT).replace('_', ' ').replaceAll("\\s+", " ");
    }
}
