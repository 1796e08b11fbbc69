package upbeat.herald.core.exchange.mapping;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A value of an order that a mapping can fill, with the names shops give it (common practice, no source). The name is
 * the place in the document that {@code PUT /orders} takes; those of a list stand behind its name.
 */
public enum Target {
    NUMBER(
            "number",
            "Order number",
            "ordernumber",
            "number",
            "orderno",
            "ordernr",
            "orderid",
            "ordercode",
            "orderref",
            "reference",
            "no",
            "nr",
            "name",
            "id"),
    PLACED_AT("placedAt", "Order date", "placedat", "createdat", "orderdate", "datecreated", "created", "date"),
    STATUS("status", "Status word", "status", "fulfillmentstatus", "orderstatus", "state"),
    PAYMENT(
            "payment",
            "Payment method",
            "paymentmethod",
            "payment.method",
            "payment.type",
            "payment",
            "paymenttype",
            "payby",
            "paidby",
            "payment.name",
            "gateway"),
    CURRENCY("currency", "Currency", "currency", "currencycode"),
    TOTAL(
            "total",
            "Total",
            "total",
            "totalprice",
            "grandtotal",
            "ordertotal",
            "totalamount",
            "total.amount",
            "total.value",
            "totals.total",
            "totals.grand",
            "totalcents",
            "totalminor",
            "sum",
            "amount"),
    TAGS("tags", "Tags", "tags", "labels", "tag", "keywords", "flags"),
    NAME("customer.name", "Customer name", "customername", "fullname", "customer.name", "name", "buyer"),
    EMAIL("customer.email", "Customer e-mail", "email", "mail", "emailaddress", "contactemail"),
    PHONE("customer.phone", "Customer phone", "phone", "mobile", "telephone", "phonenumber", "tel"),
    LANGUAGE("customer.language", "Customer language", "language", "locale", "customerlocale", "lang"),
    SHIP_NAME("shipTo.name", "Recipient", "shippingaddress.name", "recipient", "shipto.name"),
    STREET("shipTo.street", "Street", "address1", "street", "line1", "addressline1"),
    CITY("shipTo.city", "City", "city", "town", "locality"),
    REGION("shipTo.region", "Region", "provincecode", "regioncode", "statecode", "province", "region"),
    POSTCODE("shipTo.postcode", "Postcode", "postcode", "zip", "postalcode", "zipcode"),
    COUNTRY("shipTo.country", "Country code", "countrycode", "country", "countryiso"),
    CONSENT_EMAIL("consent.email", "E-mail consent", "emailconsent", "acceptsemail"),
    CONSENT_SMS("consent.sms", "SMS consent", "smsconsent", "acceptssms"),
    CONSENT_WHATSAPP(
            "consent.whatsapp", "WhatsApp consent", "whatsappconsent", "acceptswhatsapp", "chatconsent", "chatok"),
    ITEM_SKU(
            "items.sku",
            "Item: SKU",
            "sku",
            "article",
            "articlenumber",
            "articleno",
            "itemnumber",
            "itemno",
            "itemcode",
            "productcode",
            "productno",
            "code",
            "ref"),
    ITEM_NAME("items.name", "Item: name", "title", "name", "productname", "description"),
    ITEM_QUANTITY("items.quantity", "Item: quantity", "quantity", "qty", "count", "pieces"),
    ITEM_PRICE("items.price", "Item: unit price", "price", "unitprice", "priceeach", "pricecents", "priceminor"),
    ITEM_IMAGE("items.imageUrl", "Item: picture", "image", "imageurl", "picture", "thumbnail"),
    PARCEL_CARRIER(
            "parcels.carrier", "Parcel: carrier", "carrier", "trackingcompany", "shippedby", "courier", "carriercode"),
    PARCEL_NUMBER(
            "parcels.trackingNumber",
            "Parcel: tracking number",
            "trackingnumber",
            "tracking",
            "trackingcode",
            "consignment",
            "trackno"),
    PARCEL_STATUS("parcels.status", "Parcel: status word", "status", "shipmentstatus", "state"),
    PARCEL_AT("parcels.at", "Parcel: status time", "shippedat", "createdat", "updatedat", "date");

    private final String code;
    private final String label;
    private final List<String> names;

    Target(String code, String words, String... names) {
        this.code = code;
        this.label = words;
        this.names = List.of(names);
    }

    public String code() {
        return code;
    }

    public String label() {
        return label;
    }

    /**
     * Names in shops' documents, likeliest first, lower case letters and digits only; a dot where the parent's name
     * belongs to it.
     */
    List<String> names() {
        return names;
    }

    /** {@code items} or {@code parcels}, or null for a value that stands once. */
    public @Nullable String list() {
        return code.startsWith("items.") ? "items" : code.startsWith("parcels.") ? "parcels" : null;
    }

    /** The name within its list. */
    public String leaf() {
        return list() == null ? code : code.substring(code.indexOf('.') + 1);
    }

    public static Optional<Target> fromCode(String code) {
        return Arrays.stream(values()).filter(t -> t.code.equals(code)).findFirst();
    }
}
