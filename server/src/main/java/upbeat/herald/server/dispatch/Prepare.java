package upbeat.herald.server.dispatch;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.answer.SignedLink;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.plan.Case;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Decide;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Reason;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.FieldEmpty;
import upbeat.herald.core.wording.Render;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Subject;
import upbeat.herald.server.Settings;
import upbeat.herald.server.answers.LinkSecret;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.plan.CaseBook;
import upbeat.herald.server.plan.NoticeStore;

/** Looks at a due message once more with the data of the moment: may it still go, and what does it say. */
@Component
public class Prepare {
    /** How long an answer link holds. */
    static final java.time.Duration LINK_HOLDS = java.time.Duration.ofDays(30);

    private final NoticeStore notices;
    private final OrderStore orders;
    private final ParcelStore parcels;
    private final CarrierStore carriers;
    private final BrandStore brands;
    private final CaseBook cases;
    private final LinkSecret secret;
    private final Settings settings;

    Prepare(NoticeStore notices, OrderStore orders, ParcelStore parcels, CarrierStore carriers, BrandStore brands, CaseBook cases, LinkSecret secret, Settings settings) {
        this.notices = notices;
        this.orders = orders;
        this.parcels = parcels;
        this.carriers = carriers;
        this.brands = brands;
        this.cases = cases;
        this.secret = secret;
        this.settings = settings;
    }

    /** Ready to go, to be held for a reason, or to wait for its window. */
    public sealed interface Outcome {
        record Ready(String to, Rendered content, Question question, Brand brand, String cost, String currency) implements Outcome {}

        record Held(Reason reason) implements Outcome {}

        record NotYet(Instant due) implements Outcome {}
    }

    Outcome message(JdbcClient db, MessageRow m, Instant now) {
        Optional<Notice> found = notices.find(db, m.noticeId());
        if (found.isEmpty()) return held(Reason.Code.GONE, "The notice was removed");
        Notice notice = found.get();
        if (notice.state() != Notice.State.LIVE) return held(Reason.Code.NOT_LIVE, "The notice was paused before this went out");
        OrderRow order = orders.get(db, m.orderId());
        ParcelRow parcel = m.parcelId() == null ? null : parcels.get(db, m.parcelId());
        Case c = cases.of(db, order, parcel);
        Optional<Reason> no = Decide.stillRight(notice, c, cases.history(db, order));
        if (no.isPresent()) return new Outcome.Held(no.get());
        Instant allowed = Decide.within(notice, c, now);
        if (allowed.isAfter(now)) return new Outcome.NotYet(allowed);
        Wording wording = notice.wordings().get(m.channel());
        if (wording == null) return held(Reason.Code.NO_WORDING, "The notice has no wording for " + m.channel().words());
        try {
            Rendered content = render(db, notice, wording, m.channel(), order, parcel, m.seq(), now);
            boolean priced = content.sms() != null;
            String cost = priced ? new BigDecimal(settings.sms().price()).multiply(BigDecimal.valueOf(content.sms().segments())).toPlainString() : null;
            return new Outcome.Ready(m.to(), content, notice.question(), brands.get(db), cost, priced ? settings.sms().currency() : null);
        } catch (FieldEmpty e) {
            return held(Reason.Code.FIELD_EMPTY, e.getMessage());
        }
    }

    /** The message as it would leave now. @param message its number, which the answer links carry */
    public Rendered render(JdbcClient db, Notice notice, Wording wording, Channel channel, OrderRow order, ParcelRow parcel, long message, Instant now) {
        String link = notice.question() == null ? null : settings.publicUrl() + "/a/" + SignedLink.token(secret.bytes(), message, now.plus(LINK_HOLDS));
        List<String> answers = link == null ? List.of() : notice.question().buttons().stream().map(b -> link + "?b=" + b.id()).toList();
        var customer = order.order().customer();
        Locale locale = Locale.forLanguageTag(customer == null || customer.language() == null ? "en" : customer.language());
        Parcel followed = parcel == null ? null : parcels.followed(db, parcel);
        return Render.message(channel, wording, new Subject(order.order(), followed, followed == null ? null : carriers.find(db, followed.carrier()).orElse(null),
                brands.get(db), notice.question(), answers, link, locale));
    }

    private static Outcome held(Reason.Code code, String text) {
        return new Outcome.Held(new Reason(code, text));
    }
}
