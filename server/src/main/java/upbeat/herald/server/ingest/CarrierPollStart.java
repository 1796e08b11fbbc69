package upbeat.herald.server.ingest;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.order.ParcelRow;

/** Begins to ask a carrier about a parcel, where it is one that has to be asked. */
@Component
class CarrierPollStart {
    private final CarrierRepository carriers;
    private final CarrierPollRepository polls;

    CarrierPollStart(CarrierRepository carriers, CarrierPollRepository polls) {
        this.carriers = carriers;
        this.polls = polls;
    }

    void start(JdbcClient db, ParcelRow row, String carrierKey, String trackingNumber, Instant now) {
        Carrier carrier = carriers.find(db, carrierKey).orElse(null);
        if (carrier != null
                && carrier.reporting().scans() == Carrier.ScansArrive.ASKED
                && carrier.reporting().ask() != null
                && !row.stage().isFinal()) polls.begin(db, row.id(), carrierKey, trackingNumber, now);
    }

    void remove(JdbcClient db, long parcelId) {
        polls.remove(db, parcelId);
    }
}
