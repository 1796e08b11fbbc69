package upbeat.herald.server.carrier;

import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;

/** Saves a carrier and tells who depends on it, within the caller's transaction. */
@Component
class CarrierUpdate {
    private final CarrierRepository carriers;
    private final List<CarrierChangeListener> listeners;

    CarrierUpdate(CarrierRepository carriers, List<CarrierChangeListener> listeners) {
        this.carriers = carriers;
        this.listeners = listeners;
    }

    void save(JdbcClient db, Carrier carrier, Instant now) {
        carriers.save(db, carrier);
        listeners.forEach(l -> l.carrierChanged(db, carrier, now));
    }
}
