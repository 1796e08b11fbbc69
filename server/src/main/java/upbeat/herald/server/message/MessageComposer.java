package upbeat.herald.server.message;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.returns.CustomerReturn;
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
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ScanRepository;
import upbeat.herald.server.order.StageVisitRepository;

/** Chooses the wording of a message and renders it with the data of the moment. Previews ask here too. */
@Component
public class MessageComposer {
    private final ParcelRepository parcels;
    private final CarrierRepository carriers;
    private final BrandRepository brands;
    private final StageVisitRepository visits;
    private final ScanRepository scans;
    private final ReturnRepository returns;
    private final SubjectFactory subjects;

    MessageComposer(
            ParcelRepository parcels,
            CarrierRepository carriers,
            BrandRepository brands,
            StageVisitRepository visits,
            ScanRepository scans,
            ReturnRepository returns,
            SubjectFactory subjects) {
        this.parcels = parcels;
        this.carriers = carriers;
        this.brands = brands;
        this.visits = visits;
        this.scans = scans;
        this.returns = returns;
        this.subjects = subjects;
    }

    /**
     * What a message is about.
     *
     * @param language of the wording, BCP 47
     * @param parcel or null for the order as a whole
     * @param number of the message, which its answer links carry; 0 for a preview
     * @param occasion of the message, or null for one that isn't planned
     */
    public record Scene(
            Notice notice,
            String language,
            OrderRow order,
            @Nullable ParcelRow parcel,
            long number,
            @Nullable String occasion) {
        /** That nobody is sent. */
        public Scene(Notice notice, String language, OrderRow order, @Nullable ParcelRow parcel, long number) {
            this(notice, language, order, parcel, number, null);
        }

        boolean isForTeam() {
            return occasion != null && TeamOccasion.isForTeam(occasion);
        }
    }

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

    /** Where the customer chooses what they are sent; null for what goes to the team, who choose for nobody. */
    public @Nullable String preferencePage(MessageRow m) {
        return TeamOccasion.isForTeam(m.origin().occasion()) ? null : subjects.preferencePage(m.seq());
    }

    /** What a message of this scene is about. */
    public MessageSubject subjectOf(JdbcClient db, Scene scene, Instant now) {
        Order order = scene.order().order();
        return subjects.create(
                new SubjectFactory.Letter(
                        scene.notice(),
                        scene.language(),
                        scene.number(),
                        scene.order().id(),
                        scene.isForTeam(),
                        findReturn(db, scene)),
                order,
                scene.parcel() == null ? null : about(db, scene, scene.parcel()),
                brands.get(db, order.shop()),
                now);
    }

    /** The return it is about, else the order's newest that wasn't cancelled. */
    private @Nullable CustomerReturn findReturn(JdbcClient db, Scene scene) {
        OptionalLong id = scene.occasion() == null ? OptionalLong.empty() : StageVisit.findReturn(scene.occasion());
        if (id.isPresent())
            return returns.find(db, id.getAsLong())
                    .map(ReturnRepository.ReturnRow::content)
                    .orElse(null);
        return returns.findByOrder(db, scene.order().id()).stream()
                .map(ReturnRepository.ReturnRow::content)
                .filter(r -> r.times().cancelledAt() == null)
                .reduce((a, b) -> b)
                .orElseGet(() -> sampleReturn(scene));
    }

    /** What is only looked at shows what there would be. */
    private static @Nullable CustomerReturn sampleReturn(Scene scene) {
        Order order = scene.order().order();
        return scene.occasion() != null || scene.notice().timing().trigger().returnStep() == null
                ? null
                : CustomerReturn.sample(order, order.placedAt());
    }

    private SubjectFactory.About about(JdbcClient db, Scene scene, ParcelRow row) {
        Parcel parcel = parcels.currentLeg(db, row);
        List<ParcelRow> all = parcels.findByOrder(db, scene.order().id());
        return new SubjectFactory.About(
                parcel,
                row.id(),
                carriers.find(db, parcel.carrier()).orElse(null),
                all.stream()
                        .map(p -> parcels.currentLeg(db, p).trackingNumber())
                        .toList(),
                1 + all.stream().map(ParcelRow::id).toList().indexOf(row.id()),
                scans.isReported(db, row.id(), scene.notice().timing().stage()),
                visits.findFirstVisit(db, row.id(), Stage.DISPATCHED).orElse(null),
                scans.findExpectedDay(db, row.id()).orElse(null));
    }
}
