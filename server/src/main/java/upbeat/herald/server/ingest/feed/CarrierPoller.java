package upbeat.herald.server.ingest.feed;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.timing.Watch;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.CarrierPollRepository;
import upbeat.herald.server.ingest.ScanIngestService;
import upbeat.herald.server.platform.http.OutboundHttp;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.signal.WorkSignal;

/**
 * Asks a carrier once about a parcel. Its answer is a list of scans as {@code POST /scans} takes them, bare or under
 * {@code scans}; carrier and number may be left out.
 */
@Component
public class CarrierPoller {
    private static final Logger LOG = LoggerFactory.getLogger(CarrierPoller.class);
    private final CarrierRepository carriers;
    private final CarrierPollRepository watches;
    private final OutboundHttp fetch;
    private final ScanIngestService scanIngest;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    CarrierPoller(
            CarrierRepository carriers,
            CarrierPollRepository watches,
            OutboundHttp fetch,
            ScanIngestService scanIngest,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.carriers = carriers;
        this.watches = watches;
        this.fetch = fetch;
        this.scanIngest = scanIngest;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    public List<CarrierPollRepository.WatchRow> findDue(int most) {
        return watches.findDue(reader, clock.instant(), most);
    }

    /** One try, recorded with what it brought and what follows. */
    public void poll(CarrierPollRepository.WatchRow w) {
        Carrier carrier = carriers.find(reader, w.carrier()).orElse(null);
        if (carrier == null || carrier.reporting().ask() == null) {
            record(w, new Watch.Next(null, Watch.End.FAILED), "This carrier is no longer polled");
            return;
        }
        String said;
        try {
            String address = carrier.reporting()
                    .ask()
                    .address()
                    .replace(
                            "{trackingNumber}",
                            URLEncoder.encode(TrackingNumber.compact(w.trackingNumber()), StandardCharsets.UTF_8)
                                    .replace("+", "%20"));
            ScanIngestService.ScansAccepted taken =
                    scanIngest.ingest(scans(w, fetch.get(address).body()), clock.instant());
            if (taken.accepted() > 0) signal.signal();
            said = taken.accepted() + " new, " + taken.duplicate() + " known"
                    + (taken.unreadCode() > 0 ? ", " + taken.unreadCode() + " unread" : "")
                    + (taken.rejected().isEmpty()
                            ? ""
                            : ", " + taken.rejected().size() + " refused: "
                                    + taken.rejected().get(0).reason());
        } catch (HeraldException e) {
            said = e.getMessage();
        } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
            LOG.error("Polling {} about {} failed", w.carrier(), w.trackingNumber(), e);
            said = "Couldn't be polled. The log has the details";
        }
        record(
                w,
                carrier.reporting()
                        .ask()
                        .watch()
                        .nextAfter(w.beganAt(), w.progress().tries() + 1, clock.instant()),
                said);
    }

    private void record(CarrierPollRepository.WatchRow w, Watch.Next next, @Nullable String said) {
        writer.write(db -> {
            watches.recordAttempt(db, w, w.progress().tries() + 1, next, said, clock.instant());
            return null;
        });
    }

    private static List<ScanIngestService.ScanBody> scans(CarrierPollRepository.WatchRow w, byte[] body) {
        try {
            JsonNode answer = Json.readTree(new String(body, StandardCharsets.UTF_8));
            JsonNode list = answer.isArray() ? answer : answer.path("scans");
            if (!list.isArray()) throw new HeraldException("ask", "The carrier's answer isn't a list of scans");
            List<ScanIngestService.ScanBody> scans = new ArrayList<>();
            for (JsonNode s : list)
                scans.add(new ScanIngestService.ScanBody(
                        w.carrier(),
                        w.trackingNumber(),
                        s.path("code").asString(null),
                        s.path("text").asString(null),
                        s.path("at").asString(null),
                        s.path("place").asString(null),
                        s.path("expectedOn").asString(null)));
            return scans;
        } catch (JacksonException e) {
            throw new HeraldException("ask", "The carrier's answer isn't JSON");
        }
    }
}
