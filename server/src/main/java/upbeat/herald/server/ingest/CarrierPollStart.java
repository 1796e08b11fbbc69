package upbeat.herald.server.ingest;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.carrier.CarrierChangeListener;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.order.ParcelRow;

/** Begins to ask carriers about their parcels, where they are ones that have to be asked. */
@Component
public class CarrierPollStart implements CarrierChangeListener {
    private final CarrierRepository carriers;
    private final CarrierPollRepository polls;

    CarrierPollStart(CarrierRepository carriers, CarrierPollRepository polls) {
        this.carriers = carriers;
        this.polls = polls;
    }

    void start(JdbcClient db, ParcelRow row, String carrierKey, String trackingNumber, Instant now) {
        Carrier carrier = carriers.find(db, carrierKey).orElse(null);
        if (carrier != null && isAsked(carrier) && !row.stage().isFinal())
            polls.begin(db, row.id(), carrierKey, trackingNumber, now);
    }

    /** A carrier that has to be asked from now on is asked about what is on its way already. */
    @Override
    public void carrierChanged(JdbcClient db, Carrier carrier, Instant now) {
        Carrier.Asking ask = carrier.reporting().ask();
        if (ask != null && isAsked(carrier))
            polls.beginAll(db, carrier.key(), ask.watch().interval(), now);
    }

    /** Begins anew where the asking had ended. @throws HeraldException where there's nothing to ask */
    public void restart(JdbcClient db, ParcelRow parcel, String carrierKey, Instant now) {
        Carrier carrier = carriers.find(db, carrierKey).orElse(null);
        if (carrier == null || !isAsked(carrier))
            throw new HeraldException(
                    "carrier", "This carrier isn't polled any more. Choose polled in Setup, Carriers, first");
        if (parcel.stage().isFinal())
            throw new HeraldException(
                    "parcel", "The parcel is " + parcel.stage().label() + ". There's nothing left to ask");
        if (!polls.restart(db, parcel.id(), carrierKey, now))
            throw new HeraldException("parcel", "The carrier is being asked already");
    }

    private static boolean isAsked(Carrier carrier) {
        return carrier.reporting().scans() == Carrier.ScansArrive.ASKED
                && carrier.reporting().ask() != null;
    }

    void remove(JdbcClient db, long parcelId) {
        polls.remove(db, parcelId);
    }
}
