package upbeat.herald.server.ingest.spreadsheet;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carrier.CarrierLookup;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;

/** The parcel that a row's cells name, and the order it belongs to. */
@Component
class SheetParcelReader {
    private final CarrierLookup carrierOf;
    private final OrderRepository orders;
    private final ParcelRepository parcels;

    SheetParcelReader(CarrierLookup carrierOf, OrderRepository orders, ParcelRepository parcels) {
        this.carrierOf = carrierOf;
        this.orders = orders;
        this.parcels = parcels;
    }

    /** The order of a row that names no order, by its tracking number. */
    Optional<OrderRow> findOrder(JdbcClient db, SheetRow row) {
        String number = row.get(SheetColumn.TRACKING);
        List<String> keys = parcels.findCarriersByNumber(db, number);
        if (keys.isEmpty()) throw new HeraldException("trackingNumber", "No order has the tracking number " + number);
        if (keys.size() > 1)
            throw new HeraldException(
                    "trackingNumber", "Several carriers have the number " + number + ". Enter the order number");
        return parcels.findAny(db, keys.get(0), number).map(p -> orders.get(db, p.orderId()));
    }

    /** The parcel on an order that a row's status is about, where the row brings no new one. */
    ParcelRow findMarked(JdbcClient db, SheetRow row, Stage stage, Optional<OrderRow> order) {
        List<ParcelRow> has = order.map(o -> parcels.findByOrder(db, o.id())).orElse(List.of());
        String number = row.get(SheetColumn.TRACKING);
        List<ParcelRow> meant = number == null
                ? has
                : has.stream().filter(p -> hasNumber(db, p, number)).toList();
        if (has.isEmpty())
            throw new HeraldException(
                    "trackingNumber", "The status is " + stage.label() + ", but there's no tracking number for it");
        if (meant.isEmpty()) throw new HeraldException("trackingNumber", "The order has no parcel " + number);
        if (meant.size() > 1)
            throw new HeraldException(
                    "trackingNumber",
                    "The order has " + meant.size() + " parcels. Enter the tracking number of the one that is "
                            + stage.label());
        return meant.get(0);
    }

    private boolean hasNumber(JdbcClient db, ParcelRow parcel, String number) {
        String wanted = TrackingNumber.compact(number);
        return TrackingNumber.compact(parcel.parcel().trackingNumber()).equals(wanted)
                || parcels.findLegs(db, parcel.id()).stream().anyMatch(l -> TrackingNumber.compact(l.trackingNumber())
                        .equals(wanted));
    }

    /** What the row's cells say, unless the number is another order's. */
    @Nullable Parcel readParcel(JdbcClient db, SheetRow row, List<Carrier> known, Optional<OrderRow> order) {
        Parcel parcel = readParcel(db, row, known);
        if (parcel == null) return null;
        Optional<ParcelRow> there = parcels.findAny(db, parcel.carrier(), parcel.trackingNumber());
        if (there.isPresent() && order.map(o -> o.id() != there.get().orderId()).orElse(true)) {
            throw new HeraldException(
                    "trackingNumber",
                    "The number " + parcel.trackingNumber() + " is already on order "
                            + orders.get(db, there.get().orderId()).order().number());
        }
        return parcel;
    }

    /** @return null where the row names none; HeraldException where a cell can't be used */
    @Nullable Parcel readParcel(JdbcClient db, SheetRow row, List<Carrier> known) {
        String number = row.get(SheetColumn.TRACKING);
        String name = row.get(SheetColumn.CARRIER);
        Carrier carrier = null;
        if (name != null) {
            carrier = known.stream()
                    .filter(c -> c.key().equalsIgnoreCase(name) || c.name().equalsIgnoreCase(name))
                    .findFirst()
                    .orElseThrow(() -> new HeraldException(
                            "carrier",
                            "There is no carrier \"" + name + "\". These are known: "
                                    + String.join(
                                            ", ",
                                            known.stream()
                                                    .filter(Carrier::inUse)
                                                    .map(Carrier::name)
                                                    .toList())));
        }
        if (number == null) return null;
        if (number.matches("\\d[.,]?\\d*[eE]\\+?\\d+"))
            throw new HeraldException(
                    "trackingNumber",
                    "The spreadsheet turned the tracking number into " + number
                            + ". Format the column as text, enter the number again and save the file");
        if (TrackingNumber.compact(number).isEmpty() || number.length() > 60)
            throw new HeraldException("trackingNumber", "Enter a tracking number of 1 to 60 characters");
        if (carrier == null)
            carrier = carrierOf
                    .findAmong(db, known, number)
                    .orElseThrow(() -> new HeraldException("carrier", "Choose the carrier of " + number));
        return new Parcel(carrier.key(), number, List.of());
    }

    /** A number that looks mistyped, or like none of its carrier's: taken, and said. */
    static Optional<String> findDoubt(Parcel parcel, List<Carrier> known) {
        return known.stream()
                .filter(c -> c.key().equals(parcel.carrier()))
                .findFirst()
                .flatMap(c -> TrackingNumber.findDoubt(parcel.trackingNumber(), c))
                .map(doubt -> "please check: " + doubt);
    }
}
