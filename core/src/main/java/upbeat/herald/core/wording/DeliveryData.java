package upbeat.herald.core.wording;

import upbeat.herald.core.journey.Order;

/**
 * The delivery as schema.org's ParcelDelivery says it, for mail programs that show a parcel beside the mail. It is
 * written as microdata (HTML standard, chapter 5) and not as JSON in a script, because filters distrust any script in a
 * mail.
 */
final class DeliveryData {
    private static final int MOST_ITEMS = 20;
    private final StringBuilder html = new StringBuilder(2_000);

    private DeliveryData() {}

    /** Elements that show nothing, ready to be put into the body. Null where there is no parcel. */
    static String of(Subject s) {
        if (s.parcel() == null) return null;
        DeliveryData d = new DeliveryData();
        d.open("div", null, "ParcelDelivery")
                .value("trackingNumber", s.parcel().trackingNumber())
                .value("trackingUrl", FieldValues.link(s))
                .value(
                        "expectedArrivalUntil",
                        s.expected() == null ? null : s.expected().toString());
        d.open("div", "carrier", "Organization")
                .value(
                        "name",
                        s.carrier() == null ? s.parcel().carrier() : s.carrier().name())
                .close();
        Order.ShipTo to = s.order().shipTo();
        if (to != null) {
            d.open("div", "deliveryAddress", "PostalAddress")
                    .value("name", to.name())
                    .value("streetAddress", to.street())
                    .value("addressLocality", to.city())
                    .value("postalCode", to.postcode())
                    .value("addressCountry", to.country())
                    .close();
        }
        s.contents().stream()
                .limit(MOST_ITEMS)
                .map(FieldValues::name)
                .filter(n -> n != null)
                .forEach(name -> d.open("div", "itemShipped", "Product")
                        .value("name", name)
                        .close());
        d.open("div", "partOfOrder", "Order")
                .value("orderNumber", s.order().number())
                .open("div", "merchant", "Organization")
                .value("name", s.brand().name())
                .close()
                .close();
        return d.close().html.toString();
    }

    private DeliveryData open(String element, String property, String type) {
        html.append('<')
                .append(element)
                .append(property == null ? "" : " itemprop=\"" + property + "\"")
                .append(" itemscope itemtype=\"https://schema.org/")
                .append(type)
                .append("\">");
        return this;
    }

    private DeliveryData close() {
        html.append("</div>");
        return this;
    }

    private DeliveryData value(String property, String value) {
        String line = FieldValues.oneLine(value);
        if (line != null)
            html.append("<meta itemprop=\"")
                    .append(property)
                    .append("\" content=\"")
                    .append(MailWriter.plain(line))
                    .append("\">");
        return this;
    }
}
