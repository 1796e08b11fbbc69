package upbeat.herald.server.wording;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.Phones;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.ChatTemplate;
import upbeat.herald.core.wording.CheckWording;
import upbeat.herald.core.wording.FieldEmpty;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Review;
import upbeat.herald.core.wording.WordingFault;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.dispatch.Prepare;
import upbeat.herald.server.dispatch.SmsPrice;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;

/**
 * Shows a wording as it would be sent to a real order, by the code that sends, and says what a careful colleague would.
 */
@Component
public class WordingPreview {
    private static final int MEASURED = 100;
    private final OrderPicks picks;
    private final OrderStore orders;
    private final ParcelStore parcels;
    private final Prepare prepare;
    private final BrandStore brands;
    private final SmsPrice price;
    private final JdbcClient reader;
    private final InstantSource clock;

    WordingPreview(
            OrderPicks picks,
            OrderStore orders,
            ParcelStore parcels,
            Prepare prepare,
            BrandStore brands,
            SmsPrice price,
            JdbcClient reader,
            InstantSource clock) {
        this.picks = picks;
        this.orders = orders;
        this.parcels = parcels;
        this.prepare = prepare;
        this.brands = brands;
        this.price = price;
        this.reader = reader;
        this.clock = clock;
    }

    /**
     * @param language,variant whose wording is shown; null for the one for everyone
     * @param pick see {@link OrderPicks#pick}; {@code shop} and {@code number} name an order instead
     * @param skip how many fitting orders to pass by
     */
    public record Ask(
            Channel channel, String language, Variant variant, String shop, String number, String pick, int skip) {}

    /**
     * @param shop,number the order it was rendered with, or null where none fits
     * @param held why it would not go out as it is, or null
     * @param bytes of an e-mail's HTML
     * @param chat the parts of a chat message, or null
     * @param language of the words shown
     */
    public record Shown(
            @Nullable String shop,
            @Nullable String number,
            @Nullable String subject,
            @Nullable String text,
            @Nullable String html,
            @Nullable Sms sms,
            @Nullable Chat chat,
            List<WordingFault> faults,
            @Nullable String held,
            List<Review.Remark> notes,
            @Nullable Integer bytes,
            @Nullable String language) {}

    public record Chat(
            @Nullable String header,
            String body,
            @Nullable String footer,
            List<String> replies,
            @Nullable String linkLabel,
            @Nullable String linkUrl,
            String template,
            List<String> parameters) {}

    /**
     * What the text takes as SMS.
     *
     * @param cost of one message to this order
     * @param forces characters that force the long encoding, each once
     * @param longest the same wording with the longest values among the last orders, or null where this is it
     * @param saysWho false where nothing in it says who is speaking
     * @param countries where the last orders' numbers belong, and what one costs there, most frequent first
     */
    public record Sms(
            String encoding,
            int segments,
            int units,
            int unitsLeft,
            String cost,
            String currency,
            List<Forces> forces,
            @Nullable Longest longest,
            boolean saysWho,
            List<CountryCost> countries) {}

    /**
     * @param inWording true where it stands in the wording itself, so that it can be changed there; {@code use} what
     *     says the same in the short encoding, or null
     */
    public record Forces(String found, @Nullable String use, boolean inWording) {}

    public record CountryCost(String country, int orders, String cost) {}

    public record Longest(String number, int segments, String cost) {}

    /** A message as it would be handed over. */
    record Made(String language, Brand brand, Rendered content, Question question) {}

    /** What is shown: whose wording, to whom. @param order empty where none fits */
    private record Scene(Optional<OrderRow> order, Brand brand, String language, Wording wording) {}

    public Shown of(Notice notice, Ask ask) {
        Scene s = scene(notice, ask);
        List<WordingFault> faults = CheckWording.of(notice, ask.channel(), s.wording());
        if (!faults.isEmpty()) return nothing(faults, null, List.of());
        if (s.order().isEmpty())
            return nothing(
                    faults,
                    ask.pick() == null || ask.pick().equals("latest")
                            ? "There is no order yet to show this with"
                            : "None of the last orders is like that",
                    Review.of(notice, ask.channel(), s.wording(), null, s.brand()));
        OrderRow row = s.order().get();
        try {
            Rendered r = render(notice, ask, s);
            Sms sms = r.sms() == null
                    ? null
                    : sms(
                            notice,
                            s.wording(),
                            s.language(),
                            r,
                            s.brand(),
                            country(row).orElse(null));
            return new Shown(
                    row.order().shop(),
                    row.order().number(),
                    r.subject(),
                    r.text(),
                    r.html(),
                    sms,
                    chat(r),
                    faults,
                    null,
                    Review.of(notice, ask.channel(), s.wording(), r, s.brand()),
                    r.html() == null ? null : r.html().getBytes(StandardCharsets.UTF_8).length,
                    s.language());
        } catch (FieldEmpty e) {
            return new Shown(
                    row.order().shop(),
                    row.order().number(),
                    null,
                    null,
                    null,
                    null,
                    null,
                    faults,
                    e.getMessage(),
                    List.of(),
                    null,
                    s.language());
        } catch (HeraldException e) {
            return nothing(List.of(new WordingFault(1, 1, e.getMessage())), null, List.of());
        }
    }

    /** @throws HeraldException saying why it could not be sent */
    Made made(Notice notice, Ask ask) {
        Scene s = scene(notice, ask);
        List<WordingFault> faults = CheckWording.of(notice, ask.channel(), s.wording());
        if (!faults.isEmpty()) throw new HeraldException("to", faults.get(0).message());
        if (s.order().isEmpty()) throw new HeraldException("to", "There is no order yet to show this with");
        return new Made(
                s.language(),
                s.brand(),
                render(notice, ask, s),
                notice.question() == null
                        ? null
                        : notice.question().saying(s.wording().buttons()));
    }

    private Rendered render(Notice notice, Ask ask, Scene s) {
        OrderRow row = s.order().orElseThrow();
        return prepare.render(
                reader, notice, s.wording(), s.language(), ask.channel(), row, parcel(notice, row), 0, clock.instant());
    }

    private Scene scene(Notice notice, Ask ask) {
        Optional<OrderRow> order = order(notice, ask);
        Brand brand = order.map(o -> brands.get(reader, o.order().shop())).orElseGet(() -> brands.get(reader));
        String base = brands.baseLanguage(reader);
        String language = ask.language() == null ? base : ask.language();
        Wording wording = ChooseWording.whole(
                        notice, ask.channel(), language, ask.variant() == null ? Variant.EVERYONE : ask.variant(), base)
                .orElse(notice.wordings().getOrDefault(ask.channel(), new Wording("", "")));
        return new Scene(order, brand, language, wording);
    }

    private static Shown nothing(List<WordingFault> faults, String held, List<Review.Remark> notes) {
        return new Shown(null, null, null, null, null, null, null, faults, held, notes, null, null);
    }

    private Optional<OrderRow> order(Notice notice, Ask ask) {
        if (ask.shop() != null && ask.number() != null) return orders.find(reader, ask.shop(), ask.number());
        if (ask.pick() != null && !ask.pick().equals("latest"))
            return picks.pick(notice, ask.pick(), ask.language() == null ? "en" : ask.language());
        List<OrderRow> fit = picks.fitting(notice);
        return fit.isEmpty() ? Optional.empty() : Optional.of(fit.get(Math.floorMod(ask.skip(), fit.size())));
    }

    private ParcelRow parcel(Notice notice, OrderRow row) {
        return notice.stage().ofOrder()
                ? null
                : parcels.of(reader, row.id()).stream().findFirst().orElse(null);
    }

    private static Chat chat(Rendered r) {
        ChatTemplate t = r.template();
        if (t == null) return null;
        return new Chat(
                t.header(),
                ChatTemplate.filled(t.body(), r.parameters()),
                t.footer(),
                t.replies(),
                t.link() == null ? null : t.link().label(),
                t.link() == null ? null : ChatTemplate.filled(t.link().url(), r.parameters()),
                t.body(),
                r.parameters());
    }

    private Sms sms(Notice notice, Wording wording, String language, Rendered r, Brand brand, String to) {
        List<Forces> forces = r.sms().replacements().stream()
                .map(x -> new Forces(x.found(), x.use(), wording.text().contains(x.found())))
                .distinct()
                .toList();
        Longest longest = null;
        Map<String, Integer> numbers = new HashMap<>();
        for (OrderRow o : picks.fitting(notice).stream().limit(MEASURED).toList()) {
            country(o).ifPresent(c -> numbers.merge(c, 1, Integer::sum));
            try {
                int segments = prepare.render(
                                reader,
                                notice,
                                wording,
                                language,
                                Channel.SMS,
                                o,
                                parcel(notice, o),
                                0,
                                clock.instant())
                        .sms()
                        .segments();
                if (segments > (longest == null ? r.sms().segments() : longest.segments()))
                    longest = new Longest(
                            o.order().number(),
                            segments,
                            price.of(segments, country(o).orElse(null)).toPlainString());
            } catch (FieldEmpty e) {
                // It would be held; it has no length.
            }
        }
        List<CountryCost> countries = numbers.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .map(e -> new CountryCost(
                        e.getKey(),
                        e.getValue(),
                        price.of(r.sms().segments(), e.getKey()).toPlainString()))
                .toList();
        boolean saysWho =
                r.text().toLowerCase(Locale.ROOT).contains(brand.name().toLowerCase(Locale.ROOT));
        BigDecimal cost = price.of(r.sms().segments(), to);
        return new Sms(
                r.sms().encoding().code(),
                r.sms().segments(),
                r.sms().units(),
                r.sms().unitsLeft(),
                cost.toPlainString(),
                price.currency(),
                forces,
                longest,
                saysWho,
                countries);
    }

    private static Optional<String> country(OrderRow o) {
        return o.order().customer() == null || o.order().customer().phone() == null
                ? Optional.empty()
                : Phones.country(o.order().customer().phone());
    }
}
