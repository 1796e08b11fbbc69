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
import upbeat.herald.server.carrier.CarrierLookup;

/** The parcel that a row's cells name. */
@Component
class SheetParcelReader {
    private final CarrierLookup carrierOf;

    SheetParcelReader(CarrierLookup carrierOf) {
        this.carrierOf = carrierOf;
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
