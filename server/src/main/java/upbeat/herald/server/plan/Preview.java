package upbeat.herald.server.plan;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.time.InstantSource;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.plan.Audience;
import upbeat.herald.core.plan.Case;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Decide;
import upbeat.herald.core.plan.Decision;
import upbeat.herald.core.plan.History;
import upbeat.herald.core.plan.Moment;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.CheckWording;
import upbeat.herald.core.wording.FieldEmpty;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.WordingFault;
import upbeat.herald.server.Settings;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.dispatch.Prepare;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.core.journey.Stage;

/** Shows a notice before it is live: what it says to a real order, and whom it would have reached. */
@Component
class Preview {
    private static final int LOOKED_AT = 200;
    private static final int MEASURED = 100;
    private static final int MOST_MOMENTS = 5_000;
    private static final String MOMENTS = "select order_id, parcel_id, occasion, at from stage_reached where stage = ? and at >= ? order by at desc limit " + MOST_MOMENTS;

    private final OrderStore orders;
    private final ParcelStore parcels;
    private final Prepare prepare;
    private final BrandStore brands;
    private final Settings settings;
    private final JdbcClient reader;
    private final InstantSource clock;

    Preview(OrderStore orders, ParcelStore parcels, Prepare prepare, BrandStore brands, Settings settings, JdbcClient reader, InstantSource clock) {
        this.orders = orders;
        this.parcels = parcels;
        this.prepare = prepare;
        this.brands = brands;
        this.settings = settings;
        this.reader = reader;
        this.clock = clock;
    }

    /**
     * @param shop,number the order it was rendered with, or null where none fits
     * @param held        why it would not go out as it is, or null
     */
    record Shown(@Nullable String shop, @Nullable String number, @Nullable String subject, @Nullable String text, @Nullable String html, @Nullable Sms sms, List<WordingFault> faults, @Nullable String held) {}

    /**
     * What the text takes as SMS.
     *
     * @param cost     of one message to this order
     * @param forces   characters that force the long encoding, each once
     * @param longest  the same wording with the longest values among the last orders, or null where this is it
     * @param saysWho  false where nothing in it says who is speaking
     */
    record Sms(String encoding, int segments, int units, int unitsLeft, String cost, String currency, List<Forces> forces, @Nullable Longest longest, boolean saysWho) {}

    /** @param inWording true where it stands in the wording itself, so that it can be changed there; {@code use} what says the same in the short encoding, or null */
    record Forces(String found, @Nullable String use, boolean inWording) {}

    record Longest(String number, int segments, String cost) {}


    /** Over the last 30 days. @param moments how often the stage was reached; {@code moved} how many the send window put off; {@code reasons} of the others, most frequent first */
    record Reached(int moments, int reached, Map<String, Integer> byChannel, int moved, List<Counted> reasons) {}

    record Counted(String reason, int count) {}

    Shown of(Notice notice, String channelWord, String shop, String number) {
        Channel channel = Channel.of(channelWord).orElseThrow(() -> new HeraldException("channel", "\"" + channelWord + "\" is no channel"));
        Wording wording = notice.wordings().getOrDefault(channel, new Wording("", ""));
        List<WordingFault> faults = CheckWording.of(notice, channel, wording);
        if (!faults.isEmpty()) return new Shown(null, null, null, null, null, null, faults, null);
        Optional<OrderRow> order = shop == null || number == null ? fitting(notice) : orders.find(reader, shop, number);
        if (order.isEmpty()) return new Shown(null, null, null, null, null, null, faults, "There is no order yet to show this with");
        OrderRow row = order.get();
        ParcelRow parcel = notice.stage().ofOrder() ? null : parcels.of(reader, row.id()).stream().findFirst().orElse(null);
        try {
            Rendered r = prepare.render(reader, notice, wording, channel, row, parcel, 0, clock.instant());
            Sms sms = r.sms() == null ? null : sms(notice, wording, r);
            return new Shown(row.order().shop(), row.order().number(), r.subject(), r.text(), r.html(), sms, faults, null);
        } catch (FieldEmpty e) {
            return new Shown(row.order().shop(), row.order().number(), null, null, null, null, faults, e.getMessage());
        }
    }

    private Sms sms(Notice notice, Wording wording, Rendered r) {
        List<Forces> forces = r.sms().replacements().stream().map(x -> new Forces(x.found(), x.use(), wording.text().contains(x.found()))).distinct().toList();
        Longest longest = null;
        for (OrderRow o : orders.latest(reader, MEASURED)) {
            ParcelRow parcel = notice.stage().ofOrder() ? null : parcels.of(reader, o.id()).stream().findFirst().orElse(null);
            if (!suits(notice.audience(), o) || !notice.stage().ofOrder() && parcel == null) continue;
            try {
                int segments = prepare.render(reader, notice, wording, Channel.SMS, o, parcel, 0, clock.instant()).sms().segments();
                if (segments > (longest == null ? r.sms().segments() : longest.segments())) longest = new Longest(o.order().number(), segments, cost(segments));
            } catch (FieldEmpty e) {
                // It would be held; it has no length.
            }
        }
        Brand brand = brands.get(reader);
        String said = r.text().toLowerCase(java.util.Locale.ROOT);
        boolean saysWho = said.contains(brand.name().toLowerCase(java.util.Locale.ROOT));
        return new Sms(r.sms().encoding().code(), r.sms().segments(), r.sms().units(), r.sms().unitsLeft(), cost(r.sms().segments()), settings.sms().currency(), forces, longest, saysWho);
    }

    private String cost(int segments) {
        return new BigDecimal(settings.sms().price()).multiply(BigDecimal.valueOf(segments)).toPlainString();
    }

    /** The newest order the notice is for that has what the stage needs. */
    private Optional<OrderRow> fitting(Notice notice) {
        List<OrderRow> latest = orders.latest(reader, LOOKED_AT);
        return latest.stream().filter(o -> notice.stage().ofOrder() || !parcels.of(reader, o.id()).isEmpty()).filter(o -> suits(notice.audience(), o)).findFirst()
                .or(() -> latest.stream().filter(o -> notice.stage().ofOrder() || !parcels.of(reader, o.id()).isEmpty()).findFirst());
    }

    private static boolean suits(Audience audience, OrderRow o) {
        return audience.excludes(o.order(), null).isEmpty();
    }

    Reached reach(Notice notice, Instant since, Instant now) {
        record Visit(long order, Long parcel, String occasion, Instant at) {}
        List<Visit> visits = reader.sql(MOMENTS).params(notice.stage().code(), since.toEpochMilli()).query((rs, i) -> {
            long p = rs.getLong("parcel_id");
            Long parcel = rs.wasNull() ? null : Long.valueOf(p);
            return new Visit(rs.getLong("order_id"), parcel, rs.getString("occasion"), Instant.ofEpochMilli(rs.getLong("at")));
        }).list();
        Map<String, Integer> byChannel = new TreeMap<>();
        Map<String, Integer> reasons = new LinkedHashMap<>();
        int reached = 0;
        int moved = 0;
        for (Visit v : visits) {
            OrderRow order = orders.get(reader, v.order());
            ParcelRow parcel = v.parcel() == null ? null : parcels.get(reader, v.parcel());
            // As it stood then: at the stage itself, nothing said, nothing overtaken.
            Case then = new Case(order.order(), parcel == null ? null : parcel.parcel(), parcel == null ? null : notice.stage(), parcel == null ? List.of() : List.of(notice.stage()), notice.stage().ofOrder() && notice.stage() != Stage.ORDERED ? notice.stage() : null);
            Decision d = Decide.decide(List.of(notice), then, new Moment(notice.stage(), v.occasion(), v.at(), null), History.NONE, v.at());
            if (!d.messages().isEmpty()) reached++;
            d.messages().forEach(m -> byChannel.merge(m.channel().code(), 1, Integer::sum));
            if (d.messages().stream().anyMatch(m -> m.dueAt().isAfter(v.at().plus(notice.after())))) moved++;
            if (d.messages().isEmpty()) d.notSent().stream().map(n -> n.reason().text()).distinct().forEach(t -> reasons.merge(t, 1, Integer::sum));
        }
        List<Counted> counted = new ArrayList<>(reasons.entrySet().stream().map(e -> new Counted(e.getKey(), e.getValue())).sorted(Comparator.comparing(Counted::count).reversed()).limit(5).toList());
        return new Reached(visits.size(), reached, byChannel, moved, counted);
    }
}
