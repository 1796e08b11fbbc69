package upbeat.herald.server.message;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.answer.ShortLink;
import upbeat.herald.core.answer.SignedLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.timing.CustomerClock;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ScanRepository;
import upbeat.herald.server.order.StageVisitRepository;
import upbeat.herald.server.platform.address.PublicAddress;
import upbeat.herald.server.platform.secret.LinkSigningKey;

/** Chooses the wording of a message and renders it with the data of the moment. Previews ask here too. */
@Component
public class MessageComposer {
    /** How long an answer link works. */
    static final Duration LINK_LIFETIME = Duration.ofDays(30);

    private final ParcelRepository parcels;
    private final CarrierRepository carriers;
    private final BrandRepository brands;
    private final StageVisitRepository visits;
    private final ScanRepository scans;
    private final LinkSigningKey linkKey;
    private final PublicAddress address;

    MessageComposer(
            ParcelRepository parcels,
            CarrierRepository carriers,
            BrandRepository brands,
            StageVisitRepository visits,
            ScanRepository scans,
            LinkSigningKey linkKey,
            PublicAddress address) {
        this.parcels = parcels;
        this.carriers = carriers;
        this.brands = brands;
        this.visits = visits;
        this.scans = scans;
        this.linkKey = linkKey;
        this.address = address;
    }

    /**
     * What a message is about.
     *
     * @param language of the wording, BCP 47
     * @param parcel or null for the order as a whole
     * @param number of the message, which its answer links carry; 0 for a preview
     */
    public record Scene(
            Notice notice,
            String language,
            OrderRow order,
            @Nullable ParcelRow parcel,
            long number) {}

    /** The wording this order's customer gets, in their language. */
    public Optional<WordingSelection.Chosen> chooseWording(
            JdbcClient db, Notice notice, Channel channel, OrderRow row, @Nullable ParcelRow parcel) {
        Order order = row.order();
        Variant customer = new Variant(
                order.shop(),
                parcel == null ? null : parcel.parcel().carrier(),
                order.shipTo() == null ? null : order.shipTo().country());
        List<String> languages = new ArrayList<>(CustomerLanguage.languagesOf(order));
        languages.add(brands.get(db, order.shop()).language());
        return WordingSelection.select(notice, channel, languages, customer, brands.baseLanguage(db));
    }

    /** The message as it would leave now. */
    public Rendered render(JdbcClient db, Scene scene, Channel channel, Wording wording, Instant now) {
        return channel.render(wording, subjectOf(db, scene, now));
    }

    /** What a message of this scene is about. */
    public MessageSubject subjectOf(JdbcClient db, Scene scene, Instant now) {
        Order order = scene.order().order();
        ZoneId zone = CustomerClock.of(order).likely();
        Parcel parcel = scene.parcel() == null ? null : parcels.currentLeg(db, scene.parcel());
        return new MessageSubject(
                order,
                parcel,
                parcel == null ? null : carriers.find(db, parcel.carrier()).orElse(null),
                brands.get(db, order.shop()),
                answers(scene, now),
                CustomerLanguage.localeFor(scene.language(), order),
                tracking(db, scene),
                days(db, scene.parcel(), zone, now));
    }

    private MessageSubject.@Nullable Answers answers(Scene scene, Instant now) {
        if (scene.notice().content().question() == null) return null;
        String token = SignedLink.create(linkKey.bytes(), scene.number(), now.plus(LINK_LIFETIME));
        String page = address.get() + "/a/" + token;
        List<String> links = scene.notice().content().question().buttons().stream()
                .map(b -> page + "?b=" + b.id())
                .toList();
        return new MessageSubject.Answers(scene.notice().content().question(), links, page);
    }

    private MessageSubject.Tracking tracking(JdbcClient db, Scene scene) {
        if (scene.parcel() == null) return new MessageSubject.Tracking(List.of(), 0, null);
        long id = scene.parcel().id();
        List<ParcelRow> all = parcels.findByOrder(db, scene.order().id());
        int place = 1 + all.stream().map(ParcelRow::id).toList().indexOf(id);
        String shortLink = address.get() + "/t/" + ShortLink.create(linkKey.bytes(), id);
        List<String> numbers = all.stream()
                .map(p -> parcels.currentLeg(db, p).trackingNumber())
                .toList();
        return new MessageSubject.Tracking(
                numbers,
                place,
                shortLink,
                scans.isReported(db, id, scene.notice().timing().stage()));
    }

    private MessageSubject.Days days(JdbcClient db, @Nullable ParcelRow parcel, ZoneId zone, Instant now) {
        LocalDate today = now.atZone(zone).toLocalDate();
        if (parcel == null) return new MessageSubject.Days(zone, today, null, null);
        LocalDate dispatchedOn = visits.findFirstVisit(db, parcel.id(), Stage.DISPATCHED)
                .map(at -> at.atZone(zone).toLocalDate())
                .orElse(null);
        return new MessageSubject.Days(
                zone,
                today,
                dispatchedOn,
                scans.findExpectedDay(db, parcel.id()).orElse(null));
    }
}
