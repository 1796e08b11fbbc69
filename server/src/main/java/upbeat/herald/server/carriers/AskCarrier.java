package upbeat.herald.server.carriers;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.timing.Watch;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.feeds.Fetch;
import upbeat.herald.server.intake.TakeScans;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.Writer;

/**
 * Asks a carrier once about a parcel. Its answer is a list of scans as {@code POST /scans} takes them, bare or under
 * {@code scans}; carrier and number may be left out.
 */
@Component
public class AskCarrier {
    private final CarrierStore carriers;
    private final CarrierWatchStore watches;
    private final Fetch fetch;
    private final TakeScans take;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell bell;

    AskCarrier(
            CarrierStore carriers,
            CarrierWatchStore watches,
            Fetch fetch,
            TakeScans take,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Bell bell) {
        this.carriers = carriers;
        this.watches = watches;
        this.fetch = fetch;
        this.take = take;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
    }

    public List<CarrierWatchStore.WatchRow> due(int most) {
        return watches.due(reader, clock.instant(), most);
    }

    /** One try, recorded with what it brought and what follows. */
    public void once(CarrierWatchStore.WatchRow w) {
        Carrier carrier = carriers.find(reader, w.carrier()).orElse(null);
        if (carrier == null || carrier.ask() == null) {
            record(w, new Watch.Next(null, Watch.End.FAILED), "The carrier is not asked any more");
            return;
        }
        String said;
        try {
            String address = carrier.ask()
                    .address()
                    .replace(
                            "{trackingNumber}",
                            URLEncoder.encode(Texts.compact(w.trackingNumber()), StandardCharsets.UTF_8)
                                    .replace("+", "%20"));
            TakeScans.ScansTaken taken = take.all(scans(w, fetch.get(address).body()), "asked", clock.instant());
            if (taken.accepted() > 0) bell.ring();
            said = taken.accepted() + " new, " + taken.duplicate() + " known"
                    + (taken.unreadCode() > 0 ? ", " + taken.unreadCode() + " unread" : "")
                    + (taken.rejected().isEmpty()
                            ? ""
                            : ", " + taken.rejected().size() + " refused: "
                                    + taken.rejected().get(0).reason());
        } catch (HeraldException e) {
            said = e.getMessage();
        }
        record(w, carrier.ask().watch().after(w.beganAt(), w.tries() + 1, clock.instant()), said);
    }

    private void record(CarrierWatchStore.WatchRow w, Watch.Next next, String said) {
        writer.write(db -> {
            watches.tried(db, w, w.tries() + 1, next, said, clock.instant());
            return null;
        });
    }

    private static List<TakeScans.ScanBody> scans(CarrierWatchStore.WatchRow w, byte[] body) {
        try {
            JsonNode answer = Json.tree(new String(body, StandardCharsets.UTF_8));
            JsonNode list = answer.isArray() ? answer : answer.path("scans");
            if (!list.isArray()) throw new HeraldException("ask", "The carrier answers with no list of scans");
            List<TakeScans.ScanBody> scans = new ArrayList<>();
            for (JsonNode s : list)
                scans.add(new TakeScans.ScanBody(
                        w.carrier(),
                        w.trackingNumber(),
                        s.path("code").asString(null),
                        s.path("text").asString(null),
                        s.path("at").asString(null),
                        s.path("place").asString(null),
                        s.path("expectedOn").asString(null)));
            return scans;
        } catch (JacksonException e) {
            throw new HeraldException("ask", "The carrier answers with no JSON");
        }
    }
}
