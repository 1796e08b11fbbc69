package upbeat.herald.server.api;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.CloudEvent;
import upbeat.herald.core.exchange.CloudEventReader;
import upbeat.herald.server.api.ParcelApiService.ParcelRequest;
import upbeat.herald.server.ingest.OrderDocument;
import upbeat.herald.server.ingest.ScanIngestService;
import upbeat.herald.server.ingest.ScanIngestService.Rejected;
import upbeat.herald.server.ingest.ScanIngestService.ScanBody;
import upbeat.herald.server.ingest.ScanIngestService.ScansAccepted;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * CloudEvents of our own types become what the other calls take. The subject names the order as {@code shop/number};
 * events of other types are let pass, since whoever subscribes to a stream gets what there is in it.
 */
@Service
class EventIngestService {
    static final String ORDER = "upbeat.herald.order.updated";
    static final String PARCEL = "upbeat.herald.parcel.added";
    static final String SCAN = "upbeat.herald.scan.reported";

    private final OrderApiService orders;
    private final ParcelApiService parcels;
    private final ScanIngestService scans;
    private final EventSeenRepository seen;
    private final SignallingWriter writer;
    private final JdbcClient reader;

    EventIngestService(
            OrderApiService orders,
            ParcelApiService parcels,
            ScanIngestService scans,
            EventSeenRepository seen,
            SignallingWriter writer,
            JdbcClient reader) {
        this.orders = orders;
        this.parcels = parcels;
        this.scans = scans;
        this.seen = seen;
        this.writer = writer;
        this.reader = reader;
    }

    /** As of scans. @param ignored events of types that aren't ours */
    record EventsAccepted(
            int accepted, int duplicate, int unknownParcel, int unreadCode, int ignored, List<Rejected> rejected) {}

    /** @throws HeraldException where a single event can't be taken; in a batch it is listed instead */
    EventsAccepted ingest(@Nullable String contentType, Map<String, String> headers, byte[] body) {
        CloudEventReader.Events events = CloudEventReader.read(contentType, headers, body);
        Tally tally = new Tally();
        for (int i = 0; i < events.entries().size(); i++) {
            CloudEventReader.Entry entry = events.entries().get(i);
            try {
                if (entry.event() == null) throw new HeraldException("", String.valueOf(entry.fault()));
                take(entry.event(), tally, i);
            } catch (HeraldException | ValidationException | NotFoundException e) {
                if (!events.isBatch()) throw e;
                tally.rejected.add(new Rejected(i, e.getMessage()));
            } catch (JacksonException | IllegalArgumentException e) {
                if (!events.isBatch()) throw new HeraldException("data", "The data doesn't fit the type of the event");
                tally.rejected.add(new Rejected(i, "The data doesn't fit the type of the event"));
            }
        }
        return tally.toAnswer();
    }

    private void take(CloudEvent event, Tally tally, int index) {
        if (seen.isSeen(reader, event)) {
            tally.duplicate++;
            return;
        }
        switch (event.type()) {
            case ORDER -> {
                String[] name = orderOf(event);
                orders.put(name[0], name[1], Json.convert(dataOf(event), OrderDocument.class));
                tally.accepted++;
            }
            case PARCEL -> {
                String[] name = orderOf(event);
                parcels.parcel(name[0], name[1], Json.convert(dataOf(event), ParcelRequest.class));
                tally.accepted++;
            }
            case SCAN -> tally.add(scans.ingest(scansOf(event), writer.now()), index);
            default -> tally.ignored++;
        }
        writer.write((db, now) -> {
            seen.insert(db, event, now);
            return null;
        });
    }

    private static JsonNode dataOf(CloudEvent event) {
        if (event.data() == null) throw new HeraldException("data", "The event has no data");
        return event.data();
    }

    private static List<ScanBody> scansOf(CloudEvent event) {
        JsonNode data = dataOf(event);
        List<ScanBody> bodies = new ArrayList<>();
        if (data.isArray()) data.forEach(d -> bodies.add(Json.convert(d, ScanBody.class)));
        else bodies.add(Json.convert(data, ScanBody.class));
        if (bodies.size() > ScanController.MOST)
            throw new HeraldException("data", "Send up to " + ScanController.MOST + " scans at once");
        return bodies;
    }

    private static String[] orderOf(CloudEvent event) {
        String subject = event.subject();
        int slash = subject == null ? -1 : subject.indexOf('/');
        if (subject == null || slash < 1 || slash == subject.length() - 1)
            throw new HeraldException("subject", "The subject names the order as shop/number");
        return new String[] {subject.substring(0, slash), subject.substring(slash + 1)};
    }

    private static final class Tally {
        int accepted;
        int duplicate;
        int unknownParcel;
        int unreadCode;
        int ignored;
        final List<Rejected> rejected = new ArrayList<>();

        void add(ScansAccepted taken, int index) {
            accepted += taken.accepted();
            duplicate += taken.duplicate();
            unknownParcel += taken.unknownParcel();
            unreadCode += taken.unreadCode();
            taken.rejected().forEach(r -> rejected.add(new Rejected(index, r.reason())));
        }

        EventsAccepted toAnswer() {
            return new EventsAccepted(accepted, duplicate, unknownParcel, unreadCode, ignored, rejected);
        }
    }
}
