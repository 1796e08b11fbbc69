package upbeat.herald.bench;

import com.github.jknack.handlebars.Context;
import com.github.jknack.handlebars.Handlebars;
import com.github.jknack.handlebars.Template;
import com.github.jknack.handlebars.context.MapValueResolver;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.IntFunction;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.StarterPlan;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.chat.ChatChannel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.core.wording.sms.SmsChannel;

/**
 * How fast messages are made, against Handlebars by itself filling the same text with the same values; and how long a
 * preview takes to answer. The floor's templates are the product's own finished messages with their values taken out,
 * so that both write the same letters.
 */
final class WordingBench {
    static final Set<String> ALL = Set.of("wording", "preview");
    private static final int ITEMS = 5;
    private static final int ORDERS = 200;
    private static final int ROUNDS = 8;
    private static final Instant PLACED = Instant.parse("2026-11-23T12:00:00Z");
    private static final Brand BRAND = new Brand(
            "Quillfeather Kites",
            Brand.Sender.of("hello@quillfeather.example", "Quillfeath"),
            new Brand.Contact(
                    "+46 31 390 06 01", "1 Slipway, 000 00 Harbourton", "https://quillfeather.example/help", List.of()),
            Brand.Look.ofColour("#2d2142"),
            "en");
    private static final Carrier CARRIER = new Carrier(
            "skerry-post",
            "Skerry Post",
            "https://track.skerry-post.example/{trackingNumber}",
            ZoneOffset.UTC,
            List.of());
    private final Person person;

    WordingBench(String url) {
        this.person = new Person(url);
    }

    void run(Set<String> parts) throws Exception {
        if (parts.contains("wording")) {
            Notice notice = StarterPlan.USUAL.list("en").stream()
                    .filter(n -> n.id().equals("on-its-way"))
                    .findFirst()
                    .orElseThrow();
            Notice moving = StarterPlan.USUAL.list("en").stream()
                    .filter(n -> n.id().equals("moving"))
                    .findFirst()
                    .orElseThrow();
            compare(
                    "mail with " + ITEMS + " items",
                    EmailChannel.EMAIL,
                    notice.content().wordings().get(EmailChannel.EMAIL),
                    20_000,
                    2.0);
            compare("SMS", SmsChannel.SMS, notice.content().wordings().get(SmsChannel.SMS), 20_000, 0);
            compare(
                    "chat message",
                    ChatChannel.WHATSAPP,
                    moving.content().wordings().get(ChatChannel.WHATSAPP),
                    20_000,
                    0);
        }
        if (parts.contains("preview")) preview();
    }

    private static MessageSubject subject(int i) {
        List<Order.Item> items = new ArrayList<>();
        for (int k = 0; k < ITEMS; k++)
            items.add(
                    new Order.Item("S" + k, "Kite of number " + k + " in " + i, k + 1, new BigDecimal("12.50"), null));
        String name = "Customer" + i + " Brack";
        Order order = new Order(
                "kites",
                "QK-" + (100_000 + i),
                PLACED,
                new Order.Customer(name, "c" + i + "@customer.example", "+46701740605", "en"),
                new Order.ShipTo(name, "2 Quay", "Hobart", null, "7000", "AU"),
                new Order.Purchase(Payment.PREPAID, "EUR", new BigDecimal("84.50"), items),
                new Order.Consent(true, true, true),
                List.of());
        return new MessageSubject(
                order,
                new Parcel("skerry-post", "RX" + (400_000_000 + i) + "XS", List.of()),
                CARRIER,
                BRAND,
                null,
                Locale.ENGLISH,
                new MessageSubject.Tracking(List.of("HOP 0041 7738 2"), 1, "https://q.example/t/1abcdef"),
                new MessageSubject.Days(
                        java.time.ZoneOffset.UTC, LocalDate.parse("2026-11-24"), LocalDate.parse("2026-11-23"), null));
    }

    /** The same values as plain maps, made beforehand, which is more than the floor could ask for. */
    private static Map<String, Object> values(int i) {
        Map<String, Object> values = new LinkedHashMap<>();
        List<Map<String, Object>> items = new ArrayList<>();
        for (int k = 0; k < ITEMS; k++)
            items.add(Map.of("name", "Kite of number " + k + " in " + i, "quantity", k + 1, "price", "€12.50"));
        values.put("items", items);
        values.put("customer", Map.of("firstName", "Customer" + i));
        values.put("order", Map.of("number", "QK-" + (100_000 + i)));
        values.put(
                "parcel",
                Map.of("trackingNumber", "RX" + (400_000_000 + i) + "XS", "shortLink", "https://q.example/t/1abcdef"));
        return values;
    }

    private static void compare(String what, Channel channel, Wording wording, int count, double goal)
            throws IOException {
        Handlebars bare = new Handlebars();
        Rendered sample = channel.render(wording, subject(0));
        List<Template> floor = new ArrayList<>();
        for (String text : Arrays.asList(sample.subject(), sample.text(), sample.html()))
            if (text != null) floor.add(bare.compileInline(emptied(text)));
        List<MessageSubject> subjects = new ArrayList<>();
        List<Map<String, Object>> values = new ArrayList<>();
        for (int i = 0; i < 500; i++) {
            subjects.add(subject(i));
            values.add(values(i));
        }
        double best = 0;
        double bareBest = 0;
        for (int round = 0; round < ROUNDS; round++) { // the first are warm-up; the best of each is compared
            best = Math.max(best, aSecond(count, i -> channel.render(wording, subjects.get(i % 500))
                    .text()
                    .length()));
            bareBest = Math.max(bareBest, aSecond(count, i -> filled(floor, values.get(i % 500))));
        }
        System.out.println(String.format(
                Locale.ROOT,
                "%s: %.0f a second; floor, bare Handlebars with the same text: %.0f a second; %.2f times its time%s",
                what,
                best,
                bareBest,
                bareBest / best,
                goal == 0 ? "" : String.format(Locale.ROOT, " (goal: at most %.1f)", goal)));
    }

    /** A finished message with its values replaced by fields, and the rows of its items by one that repeats. */
    private static String emptied(String text) {
        String first = text.contains("<tr>") ? "<tr><td" : "  1 x ";
        int from = text.indexOf("Kite of number 0");
        if (from >= 0 && text.contains("\n")) {
            int start = text.lastIndexOf(first, from);
            int next = text.lastIndexOf(first.replace("1 x", "2 x"), text.indexOf("Kite of number 1"));
            int last = text.indexOf("Kite of number " + (ITEMS - 1));
            int end = text.indexOf('\n', last) + 1;
            String row = text.substring(start, next)
                    .replace("Kite of number 0 in 0", "{{name}}")
                    .replace("1 &times;", "{{quantity}} &times;")
                    .replace("1 x", "{{quantity}} x")
                    .replace("€12.50", "{{price}}");
            text = text.substring(0, start) + "{{#each items}}" + row + "{{/each}}" + text.substring(end);
        }
        return text.replace("QK-100000", "{{order.number}}")
                .replace("RX400000000XS", "{{parcel.trackingNumber}}")
                .replace("https://q.example/t/1abcdef", "{{parcel.shortLink}}")
                .replace("Customer0", "{{customer.firstName}}");
    }

    private static int filled(List<Template> templates, Map<String, Object> values) {
        int length = 0;
        try {
            for (Template t : templates)
                length += t.apply(Context.newBuilder(values)
                                .resolver(MapValueResolver.INSTANCE)
                                .build())
                        .length();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return length;
    }

    private static double aSecond(int count, IntFunction<Integer> work) {
        long start = System.nanoTime();
        long letters = 0;
        for (int i = 0; i < count; i++) letters += work.apply(i);
        if (letters == 0) throw new IllegalStateException("Nothing was written");
        return count / ((System.nanoTime() - start) / 1e9);
    }

    private void preview() throws Exception {
        person.signIn();
        for (int i = 0; i < ORDERS; i++) {
            person.send(
                    "PUT",
                    "/api/v1/orders/kites/P-" + i,
                    "{\"placedAt\":\"2026-11-24T12:00:00Z\",\"customer\":{\"name\":\"Ann Test\",\"email\":\"p" + i
                            + "@customer.example\",\"phone\":\"+46701740605\"},\"shipTo\":{\"city\":\"Lund\",\"country\":\"SE\"},\"payment\":\"prepaid\",\"currency\":\"EUR\",\"total\":\"60.50\",\"items\":[{\"sku\":\"BK\",\"name\":\"Box kite\",\"quantity\":1,\"price\":\"60.50\"},{\"sku\":\"RT\",\"name\":\"Tail\",\"quantity\":2,\"price\":\"6.50\"}]}");
            person.send(
                    "POST",
                    "/api/v1/orders/kites/P-" + i + "/parcels",
                    "{\"carrier\":\"hopgate\",\"trackingNumber\":\"HOP P" + i + "\"}");
        }
        for (String channel : List.of("email", "sms")) {
            long[] took = new long[400];
            for (int i = 0; i < took.length; i++) {
                long start = System.nanoTime();
                String wording = channel.equals("email")
                        ? "{\"subject\":\"News of {{order.number}}\",\"blocks\":[{\"kind\":\"text\",\"text\":\"<p>Letter "
                                + i + " for {{customer.firstName}}</p>\"},{\"kind\":\"items\"},{\"kind\":\"parcel\"}]}"
                        : "{\"text\":\"{{brand.name}}: letter " + i
                                + " of {{order.number}}, {{parcel.trackingNumber}}\"}";
                person.send(
                        "POST",
                        "/ui/wording/preview",
                        "{\"notice\":\"on-its-way\",\"channel\":\"" + channel + "\",\"language\":\"en\",\"skip\":"
                                + i % 20 + ",\"wording\":" + wording + "}");
                took[i] = System.nanoTime() - start;
            }
            long[] measured = Arrays.copyOfRange(took, 100, took.length);
            Arrays.sort(measured);
            System.out.println(String.format(
                    Locale.ROOT,
                    "preview of %s that changed, with a real order, through HTTP: median %.1f ms, p95 %.1f ms (goal: p95 under 100 ms)",
                    channel.equals("email") ? "a mail" : "an SMS",
                    measured[measured.length / 2] / 1e6,
                    measured[measured.length * 95 / 100] / 1e6));
        }
    }
}
