package upbeat.herald.core.wording.email;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.PostalAddress;
import upbeat.herald.core.wording.BlockCondition;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.core.wording.template.LazyValues;
import upbeat.herald.core.wording.template.Money;
import upbeat.herald.core.wording.template.Phrases;
import upbeat.herald.core.wording.template.TemplateHelpers;

/**
 * What an e-mail's own blocks need besides the fields: its lists, its conditions, its data for mail programs. They
 * stand under {@code mail}, which no wording may name.
 */
public final class EmailValues {
    /** A list longer than this ends with how many more there are: mail programs cut a mail off at about 100 KB. */
    private static final int MOST_ITEMS = 40;

    private static final Pattern PICTURE = Pattern.compile("https?://\\S+");

    private EmailValues() {}

    public static String conditionName(BlockCondition condition) {
        return condition.code().replace('-', '_');
    }

    static void putInto(Map<String, LazyValues> values, MessageSubject s) {
        LazyValues mail = FieldValues.group(values, "mail");
        mail.putLazily("items", () -> list(s.contents(), s));
        mail.putLazily("itemsMore", () -> more(s.contents(), s));
        mail.putLazily("ordered", () -> list(s.order().purchase().items(), s));
        mail.putLazily("orderedMore", () -> more(s.order().purchase().items(), s));
        mail.putLazily("pictures", () -> s.order().purchase().items().stream().anyMatch(i -> picture(i) != null));
        putConditions(values, s);
        mail.putLazily("part", () -> part(s));
        mail.putLazily(
                "paste",
                () -> s.parcel() != null
                                && s.linkedPage() == null
                                && s.carrier() != null
                                && !s.carrier().linkTakesNumber()
                                && FieldValues.trackingLink(s) != null
                        ? Phrases.forLocale(s.locale()).get("paste", s.carrier().name())
                        : null);
        mail.putLazily("sum", () -> {
            BigDecimal total = s.order().purchase().total();
            BigDecimal rest = rest(s);
            return total == null || rest == null ? null : money(total.subtract(rest), s);
        });
        mail.putLazily("rest", () -> {
            BigDecimal rest = rest(s);
            return rest == null ? null : money(rest, s);
        });
        mail.putLazily("address", () -> address(s, FieldValues.group(values, "shipTo")));
        List<String> links = s.answers() == null ? List.of() : s.answers().links();
        for (int i = 0; i < links.size(); i++) mail.put("answer" + i, links.get(i));
        mail.put("preferences", s.tracking().pages().preferences());
        mail.putLazily("data", () -> DeliveryMicrodata.render(s));
    }

    /** Whether a block that is shown sometimes is shown here, as {@code mail.when}. */
    public static void putConditions(Map<String, LazyValues> values, MessageSubject s) {
        LazyValues when = new LazyValues();
        for (BlockCondition c : BlockCondition.values()) when.putLazily(conditionName(c), () -> c.holds(s));
        FieldValues.group(values, "mail").put("when", when);
    }

    private static @Nullable String part(MessageSubject s) {
        int inside = Order.countPieces(s.contents());
        int all = Order.countPieces(s.order().purchase().items());
        return s.parcel() != null && inside < all
                ? Phrases.forLocale(s.locale()).get("part", inside, all)
                : null;
    }

    private static int shown(List<Order.Item> items) {
        return items.size() > MOST_ITEMS ? MOST_ITEMS - 1 : items.size();
    }

    private static @Nullable String more(List<Order.Item> items, MessageSubject s) {
        return shown(items) == items.size()
                ? null
                : Phrases.forLocale(s.locale()).get("more", items.size() - shown(items));
    }

    private static List<Map<String, Object>> list(List<Order.Item> items, MessageSubject s) {
        List<Map<String, Object>> rows = new ArrayList<>(items.size());
        for (Order.Item item : items.subList(0, shown(items))) {
            Map<String, Object> row = new HashMap<>();
            row.put("quantity", item.quantity());
            String name = FieldValues.itemName(item);
            row.put("name", name == null ? "" : TemplateHelpers.shorten(name, 200));
            BigDecimal price = item.price();
            // The line's sum, so that the lines add up to what stands under them.
            row.put("price", price == null ? "" : money(price.multiply(BigDecimal.valueOf(item.quantity())), s));
            row.put(
                    "unitPrice",
                    price == null || item.quantity() == 1
                            ? ""
                            : Phrases.forLocale(s.locale()).get("each", money(price, s)));
            row.put("picture", picture(item) == null ? "" : item.imageUrl());
            rows.add(row);
        }
        return rows;
    }

    private static String money(BigDecimal amount, MessageSubject s) {
        return new Money(amount, s.order().purchase().currency(), s.locale(), false).withSymbol();
    }

    private static @Nullable String picture(Order.Item item) {
        return item.imageUrl() != null && PICTURE.matcher(item.imageUrl()).matches() ? item.imageUrl() : null;
    }

    /** What is left of the total beside the items; null where there is nothing, or an item has no price. */
    private static @Nullable BigDecimal rest(MessageSubject s) {
        Order o = s.order();
        if (o.purchase().total() == null || o.purchase().items().stream().anyMatch(i -> i.price() == null)) return null;
        BigDecimal rest = o.purchase()
                .total()
                .subtract(o.purchase().items().stream()
                        .map(i -> Objects.requireNonNull(i.price()).multiply(BigDecimal.valueOf(i.quantity())))
                        .reduce(BigDecimal.ZERO, BigDecimal::add));
        return rest.signum() <= 0 ? null : rest;
    }

    private static @Nullable List<String> address(MessageSubject s, LazyValues shipTo) {
        Order.ShipTo to = s.order().shipTo();
        if (to == null) return null;
        List<String> lines = new ArrayList<>(PostalAddress.lines(to, FieldValues::oneLine));
        if (shipTo.get("country") != null) lines.add(shipTo.get("country").toString());
        return lines.isEmpty() ? null : lines;
    }
}
