package upbeat.herald.server.manual;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.Ingested;
import upbeat.herald.server.ingest.ParcelIngestService;
import upbeat.herald.server.manual.ManualChange.Done;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** Tracking numbers put on orders, changed and removed by hand, with the steps that take it back. */
@Service
class ManualParcelService {
    private final ManualChangeRepository changes;
    private final OrderRepository orders;
    private final ParcelRepository parcels;
    private final UndoPreparation undo;
    private final CarrierRepository carriers;
    private final JdbcClient reader;
    private final SignallingWriter writer;
    private final ParcelIngestService parcelIngest;

    ManualParcelService(
            ManualChangeRepository changes,
            OrderRepository orders,
            ParcelRepository parcels,
            UndoPreparation undo,
            CarrierRepository carriers,
            JdbcClient reader,
            SignallingWriter writer,
            ParcelIngestService parcelIngest) {
        this.changes = changes;
        this.orders = orders;
        this.parcels = parcels;
        this.undo = undo;
        this.carriers = carriers;
        this.reader = reader;
        this.writer = writer;
        this.parcelIngest = parcelIngest;
    }

    /** @param goesOn true where this number continues the parcel {@code of} with another carrier */
    record ParcelByHand(
            @Nullable String carrier,
            @Nullable String trackingNumber,
            @Nullable List<Parcel.Content> items,
            @Nullable Boolean goesOn,
            @Nullable String of) {}

    Done addParcel(String shop, String number, ParcelByHand body, Authentication who) {
        OrderRow order = find(shop, number);
        Parcel parcel = checked(order, body);
        Done done = writer.write((db, now) -> {
            undo.hold(db, order, now);
            if (Boolean.TRUE.equals(body.goesOn())) {
                ParcelRow first = ofOrder(db, order, body.of());
                int planned = parcelIngest
                        .addLeg(db, first, parcel.carrier(), parcel.trackingNumber(), now)
                        .messages();
                return new Done(null, number + " continues as " + parcel.trackingNumber(), 1, planned, List.of())
                        .withUndoSeconds(undo.seconds());
            }
            List<ManualChangeRepository.Step> marks = undo.restoreMarks(db, order);
            Ingested<ParcelRow> put = parcelIngest.ingestParcel(db, order, parcel, ManualChange.SOURCE, now);
            if (put.change() == Ingested.Change.UNCHANGED)
                return new Done(null, parcel.trackingNumber() + " is already on the order", 0, 0, List.of());
            List<ManualChangeRepository.Step> back = new ArrayList<>();
            back.add(ManualChangeRepository.Step.ofParcel("remove", order.id(), put.row(), null));
            back.addAll(marks);
            long changeId =
                    changes.insert(db, who.getName(), "Put " + parcel.trackingNumber() + " on " + number, back, now);
            return new Done(changeId, parcel.trackingNumber() + " is on " + number, 1, put.messages(), List.of())
                    .withUndoSeconds(undo.seconds());
        });
        return done;
    }

    Done changeParcel(
            String shop, String number, String carrier, String trackingNumber, ParcelByHand body, Authentication who) {
        OrderRow order = find(shop, number);
        Parcel to = checked(order, body);
        Done done = writer.write((db, now) -> {
            ParcelRow before = parcel(db, order, carrier, trackingNumber);
            undo.hold(db, order, now);
            ManualChangeRepository.Step back = undo.putBack(db, order, before);
            if (to.carrier().equals(carrier)
                    && TrackingNumber.compact(to.trackingNumber()).equals(TrackingNumber.compact(trackingNumber))) {
                parcels.renumber(db, before.id(), to.carrier(), to.trackingNumber());
                Ingested<ParcelRow> put = parcelIngest.ingestParcel(db, order, to, ManualChange.SOURCE, now);
                return new Done(
                                null,
                                "What is in " + to.trackingNumber() + " changed",
                                put.change() == Ingested.Change.UNCHANGED ? 0 : 1,
                                put.messages(),
                                List.of())
                        .withUndoSeconds(undo.seconds());
            }
            Ingested<ParcelRow> put = parcelIngest.renumber(db, before, to, ManualChange.SOURCE, now);
            long changeId = changes.insert(
                    db,
                    who.getName(),
                    "Changed " + trackingNumber + " to " + to.trackingNumber() + " on " + number,
                    List.of(ManualChangeRepository.Step.ofParcel("remove", order.id(), put.row(), null), back),
                    now);
            return new Done(changeId, trackingNumber + " is now " + to.trackingNumber(), 1, put.messages(), List.of())
                    .withUndoSeconds(undo.seconds());
        });
        return done;
    }

    Done removeParcel(String shop, String number, String carrier, String trackingNumber, Authentication who) {
        OrderRow order = find(shop, number);
        Done done = writer.write((db, now) -> {
            ParcelRow parcel = parcel(db, order, carrier, trackingNumber);
            undo.hold(db, order, now);
            ManualChangeRepository.Step back = undo.putBack(db, order, parcel);
            parcelIngest.removeParcel(db, parcel, now);
            orders.addNote(db, order.id(), "Tracking number " + trackingNumber + " removed by " + who.getName(), now);
            return new Done(
                    changes.insert(db, who.getName(), "Took " + trackingNumber + " off " + number, List.of(back), now),
                    trackingNumber + " is off " + number,
                    1,
                    0,
                    List.of());
        });
        return done;
    }

    private Parcel checked(OrderRow order, ParcelByHand body) {
        if (TrackingNumber.compact(body.trackingNumber()).isEmpty()
                || Texts.orEmpty(body.trackingNumber()).length() > 60)
            throw new HeraldException("trackingNumber", "Enter a tracking number of 1 to 60 characters");
        Carrier carrier = carriers.find(reader, String.valueOf(body.carrier()))
                .orElseThrow(() -> new HeraldException("carrier", "Choose the carrier"));
        Map<String, Integer> contents = new LinkedHashMap<>();
        for (Parcel.Content c : body.items() == null ? List.<Parcel.Content>of() : body.items()) {
            if (c.quantity() < 1
                    || order.order().purchase().items().stream()
                            .noneMatch(i -> c.sku().equals(i.sku())))
                throw new HeraldException("items", "The order has no item " + c.sku());
            contents.merge(c.sku(), c.quantity(), Integer::sum);
        }
        return new Parcel(
                carrier.key(),
                Objects.requireNonNull(body.trackingNumber()).strip(),
                contents.entrySet().stream()
                        .map(e -> new Parcel.Content(e.getKey(), e.getValue()))
                        .toList());
    }

    private ParcelRow parcel(JdbcClient db, OrderRow order, String carrier, String trackingNumber) {
        return parcels.find(db, carrier, trackingNumber)
                .filter(p -> p.orderId() == order.id())
                .orElseThrow(() -> new NotFoundException("The order has no parcel " + trackingNumber));
    }

    private ParcelRow ofOrder(JdbcClient db, OrderRow order, @Nullable String trackingNumber) {
        return parcels.findByOrder(db, order.id()).stream()
                .filter(p -> TrackingNumber.compact(p.parcel().trackingNumber())
                        .equals(TrackingNumber.compact(trackingNumber)))
                .findFirst()
                .orElseThrow(() -> new HeraldException("of", "Choose the parcel"));
    }

    private OrderRow find(String shop, String number) {
        return orders.get(reader, shop, number);
    }
}
