package upbeat.herald.server.customerpage;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.journey.StageVisit;
import upbeat.herald.core.timing.CustomerClock;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.tracking.TrackedParcel;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.PageTexts;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.order.ScanRepository;
import upbeat.herald.server.order.StageVisitRepository;

/** Puts together what is known of an order and its customer may see. */
@Component
class TrackedOrders {
    private final ParcelRepository parcels;
    private final StageVisitRepository visits;
    private final ScanRepository scans;
    private final CarrierRepository carriers;
    private final BrandRepository brands;
    private final InstantSource clock;

    TrackedOrders(
            ParcelRepository parcels,
            StageVisitRepository visits,
            ScanRepository scans,
            CarrierRepository carriers,
            BrandRepository brands,
            InstantSource clock) {
        this.parcels = parcels;
        this.visits = visits;
        this.scans = scans;
        this.carriers = carriers;
        this.brands = brands;
        this.clock = clock;
    }

    TrackedOrder load(JdbcClient db, OrderRow row) {
        Order order = row.order();
        List<StageVisitRepository.Reached> reached = visits.findByOrder(db, row.id());
        List<TrackedParcel> list = new ArrayList<>();
        for (ParcelRow p : parcels.findByOrder(db, row.id())) list.add(parcel(db, p, reached));
        if (list.isEmpty()) markedByHand(reached, list);
        Locale words = PageTexts.languageFor(CustomerLanguage.languagesOf(order));
        Locale locale = CustomerLanguage.localeFor(words.toLanguageTag(), order);
        return new TrackedOrder(
                order,
                brands.get(db, order.shop()),
                row.ended(),
                list,
                new TrackedOrder.Clock(locale, CustomerClock.of(order).likely(), clock.instant()));
    }

    /** How many reports were kept of a parcel; never fewer than before. */
    int countReports(JdbcClient db, long parcel) {
        return scans.findByParcel(db, parcel).size();
    }

    /** As customers know it; its key where it is gone. */
    String findCarrierName(JdbcClient db, String key) {
        return carriers.find(db, key).map(Carrier::name).orElse(key);
    }

    private TrackedParcel parcel(JdbcClient db, ParcelRow row, List<StageVisitRepository.Reached> reached) {
        Parcel followed = parcels.currentLeg(db, row);
        List<TrackedParcel.Scan> read = scans.findByParcel(db, row.id()).stream()
                .filter(s -> s.stage() != null && s.source().equals(ScanRepository.BY_CARRIER))
                .map(s -> new TrackedParcel.Scan(
                        Objects.requireNonNull(s.stage()),
                        s.event().at(),
                        s.event().place()))
                .toList();
        return new TrackedParcel(
                row.id(),
                followed,
                carriers.find(db, followed.carrier()).orElse(null),
                row.stage(),
                visitsOf(row.id(), reached),
                read,
                scans.findExpectedDay(db, row.id()).orElse(null));
    }

    /** An order without a tracking number that somebody marked by hand has come somewhere nevertheless. */
    private static void markedByHand(List<StageVisitRepository.Reached> reached, List<TrackedParcel> list) {
        List<StageVisit> own = visitsOf(null, reached).stream()
                .filter(v -> !v.stage().isOrderStage())
                .toList();
        if (own.isEmpty()) return;
        Instant last = own.get(own.size() - 1).at();
        Stage stage = own.stream()
                .filter(v -> v.at().equals(last))
                .map(StageVisit::stage)
                .reduce((a, b) -> b)
                .orElse(Stage.ORDERED);
        list.add(new TrackedParcel(0, new Parcel("", "", List.of()), null, stage, own, List.of(), null));
    }

    private static List<StageVisit> visitsOf(@Nullable Long parcel, List<StageVisitRepository.Reached> reached) {
        return reached.stream()
                .filter(r -> Objects.equals(r.parcelId(), parcel))
                .map(StageVisitRepository.Reached::visit)
                .toList();
    }
}
