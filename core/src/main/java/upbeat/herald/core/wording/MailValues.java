package upbeat.herald.core.wording;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;

/**
 * What an e-mail's own blocks need besides the fields: its lists, its conditions, its data for mail programs. They
 * stand under {@code mail}, which no wording may name.
 */
final class MailValues {
    /** A list longer than this ends with how many more there are: mail programs cut a mail off at about 100 KB. */
    private static final int MOST_ITEMS = 40;

    private static final Pattern PICTURE = Pattern.compile("https?://\\S+");

    private MailValues() {}

    static String name(Condition condition) {
        return condition.code().replace('-', '_');
    }

    static void into(Map<String, LazyValues> values, Subject s) {
        LazyValues mail = values.get("mail");
        mail.later("items", () -> list(s.contents(), s));
        mail.later("itemsMore", () -> more(s.contents(), s));
        mail.later("ordered", () -> list(s.order().items(), s));
        mail.later("orderedMore", () -> more(s.order().items(), s));
        mail.later("pictures", () -> s.order().items().stream().anyMatch(i -> picture(i) != null));
        LazyValues when = new LazyValues();
        for (Condition c : Condition.values()) when.later(name(c), () -> c.holds(s));
        mail.put("when", when);
        mail.later("part", () -> part(s));
        mail.later(
                "paste",
                () -> s.parcel() != null
                                && s.carrier() != null
                                && !s.carrier().linkTakesNumber()
                                && FieldValues.link(s) != null
                        ? Phrases.in(s.locale()).get("paste", s.carrier().name())
                        : null);
        mail.later("sum", () -> rest(s) == null ? null : money(s.order().total().subtract(rest(s)), s));
        mail.later("rest", () -> rest(s) == null ? null : money(rest(s), s));
        mail.later("address", () -> address(values.get("shipTo")));
        for (int i = 0; i < s.answers().size(); i++)
            mail.put("answer" + i, s.answers().get(i));
        mail.later("data", () -> DeliveryData.of(s));
    }

    private static String part(Subject s) {
        int inside = FieldValues.pieces(s.contents());
        int all = FieldValues.pieces(s.order().items());
        return s.parcel() != null && inside < all ? Phrases.in(s.locale()).get("part", inside, all) : null;
    }

    private static int shown(List<Order.Item> items) {
        return items.size() > MOST_ITEMS ? MOST_ITEMS - 1 : items.size();
    }

    private static String more(List<Order.Item> items, Subject s) {
        return shown(items) == items.size() ? null : Phrases.in(s.locale()).get("more", items.size() - shown(items));
    }

    private static List<Map<String, Object>> list(List<Order.Item> items, Subject s) {
        List<Map<String, Object>> rows = new ArrayList<>(items.size());
        for (Order.Item item : items.subList(0, shown(items))) {
            Map<String, Object> row = new HashMap<>();
            row.put("quantity", item.quantity());
            String name = FieldValues.name(item);
            row.put("name", name == null ? "" : Helpers.shortened(name, 200));
            row.put("price", item.price() == null ? "" : money(item.price(), s));
            row.put("picture", picture(item) == null ? "" : item.imageUrl());
            rows.add(row);
        }
        return rows;
    }

    private static String money(BigDecimal amount, Subject s) {
        return new Money(amount, s.order().currency(), s.locale(), false).signed();
    }

    private static String picture(Order.Item item) {
        return item.imageUrl() != null && PICTURE.matcher(item.imageUrl()).matches() ? item.imageUrl() : null;
    }

    /** What is left of the total beside the items; null where there is nothing, or an item has no price. */
    private static BigDecimal rest(Subject s) {
        Order o = s.order();
        if (o.total() == null || o.items().stream().anyMatch(i -> i.price() == null)) return null;
        BigDecimal rest = o.total()
                .subtract(o.items().stream()
                        .map(i -> i.price().multiply(BigDecimal.valueOf(i.quantity())))
                        .reduce(BigDecimal.ZERO, BigDecimal::add));
        return rest.signum() <= 0 ? null : rest;
    }

    private static List<String> address(LazyValues to) {
        String place = String.join(
                " ",
                Stream.of("postcode", "city")
                        .map(to::get)
                        .filter(java.util.Objects::nonNull)
                        .map(Object::toString)
                        .toList());
        List<String> lines = Stream.of(to.get("name"), to.get("street"), place, to.get("country"))
                .filter(java.util.Objects::nonNull)
                .map(Object::toString)
                .filter(l -> !Texts.blank(l))
                .toList();
        return lines.isEmpty() ? null : lines;
    }
}
