package upbeat.herald.core.exchange;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
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
    TAGS("tags", "tags", "labels");

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

    /** A heading as headings are compared and remembered. */
    public static String normalize(String heading) {
        return heading.strip().toLowerCase(Locale.ROOT).replace('_', ' ').replaceAll("\\s+", " ");
    }
}
