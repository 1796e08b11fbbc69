package upbeat.herald.core.wording;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;

/** What an e-mail's own blocks need besides the fields: its lists, its conditions, its data for mail programs. They stand under {@code mail}, which no wording may name. */
final class MailValues {
    /** A list longer than this ends with how many more there are: mail programs cut a mail off at about 100 KB. */
    private static final int MOST_ITEMS = 40;

    private MailValues() {}

    static String name(Condition condition) {
        return condition.code().replace('-', '_');
    }

    static void into(Map<String, Map<String, Object>> values, Subject s) {
        Phrases phrases = Phrases.in(s.locale());
        Map<String, Object> mail = values.computeIfAbsent("mail", k -> new LinkedHashMap<>());
        list(mail, "items", s.contents(), s, phrases);
        list(mail, "ordered", s.order().items(), s, phrases);
        mail.put("pictures", s.order().items().stream().anyMatch(i -> picture(i) != null));
        Map<String, Object> when = new HashMap<>();
        for (Condition c : Condition.values()) when.put(name(c), c.holds(s));
        mail.put("when", when);
        int inside = FieldValues.pieces(s.contents());
        int all = FieldValues.pieces(s.order().items());
        if (s.parcel() != null && inside < all) mail.put("part", phrases.get("part", inside, all));
        if (s.parcel() != null && s.carrier() != null && !s.carrier().linkTakesNumber() && FieldValues.link(s) != null) mail.put("paste", phrases.get("paste", s.carrier().name()));
        totals(mail, s);
        address(mail, s, values.get("shipTo"));
        for (int i = 0; i < s.answers().size(); i++) mail.put("answer" + i, s.answers().get(i));
        mail.put("data", DeliveryData.of(s));
    }

    private static void list(Map<String, Object> mail, String name, List<Order.Item> items, Subject s, Phrases phrases) {
        int shown = items.size() > MOST_ITEMS ? MOST_ITEMS - 1 : items.size();
        List<Map<String, Object>> rows = new ArrayList<>(shown);
        for (Order.Item item : items.subList(0, shown)) {
            Map<String, Object> row = new HashMap<>();
            row.put("quantity", item.quantity());
            row.put("name", Helpers.shortened(FieldValues.name(item) == null ? "" : FieldValues.name(item), 200));
            row.put("price", item.price() == null ? "" : new Money(item.price(), s.order().currency(), s.locale(), false).signed());
            row.put("picture", picture(item) == null ? "" : item.imageUrl());
            rows.add(row);
        }
        mail.put(name, rows);
        mail.put(name + "More", shown == items.size() ? "" : phrases.get("more", items.size() - shown));
    }

    private static String picture(Order.Item item) {
        return item.imageUrl() != null && item.imageUrl().matches("https?://\\S+") ? item.imageUrl() : null;
    }

    /** The sum of the items and what is left of the total; nothing where an item has no price. */
    private static void totals(Map<String, Object> mail, Subject s) {
        Order o = s.order();
        if (o.total() == null || o.items().stream().anyMatch(i -> i.price() == null)) return;
        BigDecimal sum = o.items().stream().map(i -> i.price().multiply(BigDecimal.valueOf(i.quantity()))).reduce(BigDecimal.ZERO, BigDecimal::add);
        BigDecimal rest = o.total().subtract(sum);
        if (rest.signum() <= 0) return;
        mail.put("sum", new Money(sum, o.currency(), s.locale(), false).signed());
        mail.put("rest", new Money(rest, o.currency(), s.locale(), false).signed());
    }

    private static void address(Map<String, Object> mail, Subject s, Map<String, Object> to) {
        if (to == null) return;
        String place = String.join(" ", Stream.of(to.get("postcode"), to.get("city")).filter(java.util.Objects::nonNull).map(Object::toString).toList());
        List<String> lines = Stream.of(to.get("name"), to.get("street"), place, to.get("country")).filter(java.util.Objects::nonNull).map(Object::toString).filter(l -> !Texts.blank(l)).toList();
        if (!lines.isEmpty()) mail.put("address", lines);
    }
}
