package upbeat.herald.server.carrier;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.carrier.Carrier;

/** Hears that a carrier was added or changed, within the transaction that saves it. */
public interface CarrierChangeListener {
    void carrierChanged(JdbcClient db, Carrier carrier, Instant now);
}
