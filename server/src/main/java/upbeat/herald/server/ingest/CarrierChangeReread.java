package upbeat.herald.server.ingest;

import java.time.Instant;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.carrier.CarrierChangeListener;

/** Reads what a carrier's code table can read now. What that brings is old news and sends nothing. */
@Component
class CarrierChangeReread implements CarrierChangeListener {
    private final ReportIngestService reports;

    CarrierChangeReread(ReportIngestService reports) {
        this.reports = reports;
    }

    @Override
    public void carrierChanged(JdbcClient db, Carrier carrier, Instant now) {
        reports.rereadUnmapped(db, carrier, now, true);
    }
}
