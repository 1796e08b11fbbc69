package upbeat.herald.server.dispatch;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.answer.ShortLink;
import upbeat.herald.core.answer.SignedLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Phones;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.plan.Case;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Decide;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Reason;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.timing.CustomerZone;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.FieldEmpty;
import upbeat.herald.core.wording.Render;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Subject;
import upbeat.herald.server.Settings;
import upbeat.herald.server.answers.LinkSecret;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.orders.ReachedStore;
import upbeat.herald.server.orders.ScanStore;
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
    private final ReachedStore reached;
    private final ScanStore scans;
    private final ChatTemplates templates;
    private final SmsPrice price;
    private final Settings settings;

    Prepare(
            NoticeStore notices,
            OrderStore orders,
            ParcelStore parcels,
            CarrierStore carriers,
            BrandStore brands,
            CaseBook cases,
            LinkSecret secret,
            ReachedStore reached,
            ScanStore scans,
            ChatTemplates templates,
            SmsPrice price,
            Settings settings) {
        this.notices = notices;
        this.orders = orders;
        this.parcels = parcels;
        this.carriers = carriers;
        this.brands = brands;
        this.cases = cases;
        this.secret = secret;
        this.reached = reached;
        this.scans = scans;
        this.templates = templates;
        this.price = price;
        this.settings = settings;
    }

    /** Ready to go, to be held for a reason, or to wait for its window. */
    public sealed interface Outcome {
        record Ready(
                String to,
                String language,
                Rendered content,
                Question question,
                Brand brand,
                String cost,
                String currency)
                implements Outcome {}

        record Held(Reason reason) implements Outcome {}

        record NotYet(Instant due) implements Outcome {}
    }

    Outcome message(JdbcClient db, MessageRow m, Instant now) {
        Optional<Notice> found = notices.find(db, m.noticeId());
        if (found.isEmpty()) return held(Reason.Code.GONE, "The notice was removed");
        Notice notice = found.get();
        if (notice.state() != Notice.State.LIVE)
            return held(Reason.Code.NOT_LIVE, "The notice was paused before this went out");
        OrderRow order = orders.get(db, m.orderId());
        ParcelRow parcel = m.parcelId() == null ? null : parcels.get(db, m.parcelId());
        Case c = cases.of(db, order, parcel);
        Optional<Reason> no = Decide.stillRight(notice, c, cases.history(db, order));
        if (no.isPresent()) return new Outcome.Held(no.get());
        Instant allowed = Decide.within(notice, c, now);
        if (allowed.isAfter(now)) return new Outcome.NotYet(allowed);
        Brand brand = brands.get(db, order.order().shop());
        Optional<ChooseWording.Chosen> chosen = choose(db, notice, m.channel(), order, parcel, brand);
        if (chosen.isEmpty())
            return held(
                    Reason.Code.NO_WORDING,
                    "The notice has no wording for " + m.channel().words());
        Wording wording = m.channel() == Channel.WHATSAPP
                ? templates.inUse(db, notice, chosen.get())
                : chosen.get().wording();
        try {
            Rendered content =
                    render(db, notice, wording, chosen.get().language(), m.channel(), order, parcel, m.seq(), now);
            boolean priced = content.sms() != null;
            return new Outcome.Ready(
                    m.to(),
                    chosen.get().language(),
                    content,
                    notice.question() == null ? null : notice.question().saying(wording.buttons()),
                    brand,
                    priced
                            ? price.of(
                                            content.sms().segments(),
                                            Phones.country(m.to()).orElse(null))
                                    .toPlainString()
                            : null,
                    priced ? price.currency() : null);
        } catch (FieldEmpty e) {
            return held(Reason.Code.FIELD_EMPTY, e.getMessage());
        }
    }

    /** The wording this order's customer gets, in their language. */
    public Optional<ChooseWording.Chosen> choose(
            JdbcClient db, Notice notice, Channel channel, OrderRow order, ParcelRow parcel, Brand brand) {
        Variant customer = new Variant(
                order.order().shop(),
                parcel == null ? null : parcel.parcel().carrier(),
                order.order().shipTo() == null ? null : order.order().shipTo().country());
        return ChooseWording.of(
                notice,
                channel,
                java.util.Arrays.asList(CustomerLanguage.of(order.order()), brand.language()),
                customer,
                brands.baseLanguage(db));
    }

    /**
     * The message as it would leave now. @param language of the wording; {@code message} its number, which the answer
     * links carry
     */
    public Rendered render(
            JdbcClient db,
            Notice notice,
            Wording wording,
            String language,
            Channel channel,
            OrderRow order,
            ParcelRow parcel,
            long message,
            Instant now) {
        return Render.message(channel, wording, subject(db, notice, language, order, parcel, message, now));
    }

    /** What a message of this notice speaks of. */
    public Subject subject(
            JdbcClient db,
            Notice notice,
            String language,
            OrderRow order,
            ParcelRow parcel,
            long message,
            Instant now) {
        String link = notice.question() == null
                ? null
                : settings.publicUrl() + "/a/" + SignedLink.token(secret.bytes(), message, now.plus(LINK_HOLDS));
        List<String> answers = link == null
                ? List.of()
                : notice.question().buttons().stream()
                        .map(b -> link + "?b=" + b.id())
                        .toList();
        Order.ShipTo to = order.order().shipTo();
        ZoneId zone = CustomerZone.of(to == null ? null : to.country());
        Parcel followed = parcel == null ? null : parcels.followed(db, parcel);
        List<ParcelRow> all = parcel == null ? List.of() : parcels.of(db, order.id());
        int place = parcel == null
                ? 0
                : 1 + all.stream().map(ParcelRow::id).toList().indexOf(parcel.id());
        LocalDate gone = parcel == null
                ? null
                : reached.first(db, parcel.id(), Stage.DISPATCHED)
                        .map(at -> at.atZone(zone).toLocalDate())
                        .orElse(null);
        LocalDate expected =
                parcel == null ? null : scans.expected(db, parcel.id()).orElse(null);
        String follow =
                parcel == null ? null : settings.publicUrl() + "/t/" + ShortLink.token(secret.bytes(), parcel.id());
        return new Subject(
                order.order(),
                followed,
                followed == null ? null : carriers.find(db, followed.carrier()).orElse(null),
                brands.get(db, order.order().shop()),
                notice.question(),
                answers,
                link,
                CustomerLanguage.locale(language, order.order()),
                all.size(),
                place,
                now.atZone(zone).toLocalDate(),
                gone,
                expected,
                follow);
    }

    private static Outcome held(Reason.Code code, String text) {
        return new Outcome.Held(new Reason(code, text));
    }
}
