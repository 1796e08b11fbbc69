package upbeat.herald.core.wording.email;

import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.template.FieldValues;

/**
 * The delivery as schema.org's ParcelDelivery says it, for mail programs that show a parcel beside the mail. It is
 * written as microdata (HTML standard, chapter 5) and not as JSON in a script, because filters distrust any script in a
 * mail.
 */
final class DeliveryMicrodata {
    private static final int MOST_ITEMS = 20;
    private final StringBuilder html = new StringBuilder(2_000);

    private DeliveryMicrodata() {}

    /** Elements that show nothing, ready to be put into the body. Null where there is no parcel. */
    static @Nullable String render(MessageSubject s) {
        if (s.parcel() == null) return null;
        DeliveryMicrodata d = new DeliveryMicrodata();
        d.open("div", null, "ParcelDelivery")
                .value("trackingNumber", s.parcel().trackingNumber())
                .value("trackingUrl", FieldValues.trackingLink(s))
                .value(
                        "expectedArrivalUntil",
                        s.days().expected() == null ? null : s.days().expected().toString());
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
                .map(FieldValues::itemName)
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

    private DeliveryMicrodata open(String element, @Nullable String property, String type) {
        html.append('<')
                .append(element)
                .append(property == null ? "" : " itemprop=\"" + property + "\"")
                .append(" itemscope itemtype=\"https://schema.org/")
                .append(type)
                .append("\">");
        return this;
    }

    private DeliveryMicrodata close() {
        html.append("</div>");
        return this;
    }

    private DeliveryMicrodata value(String property, @Nullable String value) {
        String line = FieldValues.oneLine(value);
        if (line != null)
            html.append("<meta itemprop=\"")
                    .append(property)
                    .append("\" content=\"")
                    .append(Texts.escapeHtml(line))
                    .append("\">");
        return this;
    }
}
