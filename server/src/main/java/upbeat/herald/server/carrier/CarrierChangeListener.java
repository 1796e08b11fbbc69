package upbeat.herald.server.carrier;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import upbeat.herald.core.carrier.Carrier;

/** Called when a carrier is added or changed, within the transaction that saves it. */
public interface CarrierChangeListener {
    void carrierChanged(JdbcClient db, Carrier carrier, Instant now);
}
