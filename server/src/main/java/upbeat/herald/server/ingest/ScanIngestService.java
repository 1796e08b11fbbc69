package upbeat.herald.server.ingest;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.core.exchange.ScanDocumentReader;
import upbeat.herald.core.exchange.StatusDocument;
import upbeat.herald.core.exchange.StatusScan;
import upbeat.herald.server.carrier.CarrierLookup;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.ReportIngestService.ScanOutcome;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * Takes a list of scans: in the order of their events, so that what one list brings is news only once, and in
 * transactions that let others write between them.
 */
@Component
public class ScanIngestService {
    private static final int TOGETHER = 1_000;
    private static final Duration AHEAD = Duration.ofHours(24);
    /** A scan older than this has its year wrong, or belongs to a parcel nobody waits for. */
    private static final Duration BEHIND = Duration.ofDays(400);

    private static final int LONGEST = 500;

    private final ReportIngestService reports;
    private final CarrierRepository carriers;
    private final CarrierLookup carrierOf;
    private final ParcelRepository parcels;
    private final JdbcClient reader;
    private final DatabaseWriter writer;

    ScanIngestService(
            ReportIngestService reports,
            CarrierRepository carriers,
            CarrierLookup carrierOf,
            ParcelRepository parcels,
            JdbcClient reader,
            DatabaseWriter writer) {
        this.reports = reports;
        this.carriers = carriers;
        this.carrierOf = carrierOf;
        this.parcels = parcels;
        this.reader = reader;
        this.writer = writer;
    }

    /**
     * @param at RFC 3339; without an offset it is read in the carrier's time zone; {@code expectedOn} the day of
     *     delivery that the carrier announces, ISO 8601
     */
    public record ScanBody(
            @Nullable String carrier,
            @Nullable String trackingNumber,
            @Nullable String code,
            @Nullable String text,
            @Nullable String at,
            @Nullable String place,
            @Nullable String expectedOn) {}

    /**
     * Each scan counts in one place. @param accepted read and put on its parcel; {@code unknownParcel} and
     * {@code unreadCode} are kept and read when that is known
     */
    public record ScansAccepted(
            int accepted, int duplicate, int unknownParcel, int unreadCode, List<Rejected> rejected) {}

    /** @param index in the list sent, from 0 */
    public record Rejected(int index, @Nullable String reason) {}

    public ScansAccepted ingest(List<ScanBody> scans, Instant now) {
        List<Rejected> rejected = new ArrayList<>();
        List<CheckedScan> good = new ArrayList<>(scans.size());
        Map<String, Optional<Carrier>> known = new HashMap<>();
        for (int i = 0; i < scans.size(); i++) {
            try {
                good.add(checked(scans.get(i), known, now));
            } catch (HeraldException e) {
                rejected.add(new Rejected(i, e.getMessage()));
            }
        }
        return take(good, rejected, now);
    }

    /**
     * Takes the scans of a standard document.
     *
     * @param format reads it
     * @param carrierKey whose document it is, or null to find out for each parcel: by its order, by the document's own
     *     name, by the look of the number
     * @param body the document as it came
     */
    public ScansAccepted ingestDocument(
            ScanDocumentReader format, byte[] body, @Nullable String carrierKey, Instant now) {
        StatusDocument document = format.read(body);
        Carrier given = carrierKey == null
                ? null
                : carriers.find(reader, carrierKey)
                        .orElseThrow(() -> new HeraldException("carrier", "There is no carrier " + carrierKey));
        List<Rejected> rejected = new ArrayList<>();
        document.bad().forEach(b -> rejected.add(new Rejected(b.index(), b.reason())));
        List<CheckedScan> good = new ArrayList<>();
        for (StatusDocument.Entry entry : document.scans()) {
            StatusScan s = entry.scan();
            try {
                Carrier carrier = given != null ? given : whose(s);
                number(s.trackingNumber());
                ZoneId zone =
                        carrier == null ? ZoneOffset.UTC : carrier.reporting().zone();
                OffsetDateTime at = s.when().at() == null
                        ? LocalDateTime.parse(s.when().local()).atZone(zone).toOffsetDateTime()
                        : s.when().at().atOffset(ZoneOffset.UTC);
                time(at.toInstant(), String.valueOf(at), now);
                good.add(new CheckedScan(
                        carrier,
                        s.trackingNumber(),
                        s.code(),
                        Texts.blankToNull(s.text()),
                        at.toInstant(),
                        s.when().day() == null
                                ? at.toLocalDate().toString()
                                : s.when().day(),
                        Texts.blankToNull(s.place()),
                        s.expectedOn()));
            } catch (HeraldException e) {
                rejected.add(new Rejected(entry.index(), e.getMessage()));
            }
        }
        rejected.sort(Comparator.comparing(Rejected::index));
        return take(good, rejected, now);
    }

    private @Nullable Carrier whose(StatusScan s) {
        List<String> keys = parcels.findCarriersByNumber(reader, s.trackingNumber());
        if (keys.size() == 1) return carriers.find(reader, keys.get(0)).orElse(null);
        Optional<Carrier> named =
                s.carrier() == null ? Optional.empty() : carrierOf.findByName(reader, s.carrier(), s.trackingNumber());
        return named.or(() -> carrierOf.findByNumber(reader, s.trackingNumber()))
                .orElse(null);
    }

    private ScansAccepted take(List<CheckedScan> good, List<Rejected> rejected, Instant now) {
        good.sort(Comparator.comparing(CheckedScan::at));
        Map<ScanOutcome, Integer> counts = new EnumMap<>(ScanOutcome.class);
        CompletableFuture<Map<ScanOutcome, Integer>> before = CompletableFuture.completedFuture(Map.of());
        PrecomputedBatch last = null;
        for (int from = 0; from < good.size(); from += TOGETHER) {
            List<CheckedScan> part = List.copyOf(good.subList(from, Math.min(good.size(), from + TOGETHER)));
            PrecomputedBatch worked =
                    good.size() > TOGETHER ? new PrecomputedBatch(reports, reader, writer, part, now, last) : null;
            last = worked;
            count(
                    before,
                    counts); // one part is written while the next is worked out; never more, so that others get between
            before = writer.submit(db -> {
                return worked == null ? reports.ingest(db, part, now) : worked.apply(db, writer);
            });
        }
        count(before, counts);
        return new ScansAccepted(
                counts.getOrDefault(ScanOutcome.ACCEPTED, 0),
                counts.getOrDefault(ScanOutcome.DUPLICATE, 0),
                counts.getOrDefault(ScanOutcome.UNKNOWN_PARCEL, 0),
                counts.getOrDefault(ScanOutcome.UNREAD_CODE, 0),
                rejected);
    }

    private static void count(CompletableFuture<Map<ScanOutcome, Integer>> part, Map<ScanOutcome, Integer> counts) {
        DatabaseWriter.join(part).forEach((outcome, n) -> counts.merge(outcome, n, Integer::sum));
    }

    private CheckedScan checked(ScanBody s, Map<String, Optional<Carrier>> known, Instant now) {
        if (s == null) throw new HeraldException("", "The scan is empty");
        if (Texts.isBlank(s.carrier())) throw new HeraldException("carrier", "The carrier is missing");
        Carrier carrier = known.computeIfAbsent(s.carrier(), k -> carriers.find(reader, k))
                .orElseThrow(() -> new HeraldException("carrier", "There is no carrier " + s.carrier()));
        number(s.trackingNumber());
        if (Texts.isBlank(s.code()) && Texts.isBlank(s.text()))
            throw new HeraldException("code", "The code and the text are missing. One of them must say what happened");
        if (tooLong(s.code()) || tooLong(s.text()) || tooLong(s.place()))
            throw new HeraldException("text", "Code, text and place can have up to " + LONGEST + " characters");
        OffsetDateTime at = at(s.at(), carrier.reporting().zone());
        time(at.toInstant(), s.at(), now);
        return new CheckedScan(
                carrier,
                s.trackingNumber(),
                Texts.blankToNull(s.code()),
                Texts.blankToNull(s.text()),
                at.toInstant(),
                at.toLocalDate().toString(),
                Texts.blankToNull(s.place()),
                expected(s.expectedOn()));
    }

    private static void number(@Nullable String trackingNumber) {
        if (TrackingNumber.compact(trackingNumber).isEmpty()
                || Texts.orEmpty(trackingNumber).length() > 60)
            throw new HeraldException("trackingNumber", "Enter a tracking number of 1 to 60 characters");
    }

    private static void time(Instant at, @Nullable String written, Instant now) {
        if (at.isAfter(now.plus(AHEAD)))
            throw new HeraldException(
                    "at", "The time " + written + " is in the future. Check the year and the time zone");
        if (at.isBefore(now.minus(BEHIND)))
            throw new HeraldException("at", "The time " + written + " is more than a year ago. Check the year");
    }

    private static @Nullable LocalDate expected(@Nullable String day) {
        try {
            return Texts.isBlank(day) ? null : LocalDate.parse(day.strip());
        } catch (DateTimeParseException e) {
            throw new HeraldException("expectedOn", "The expected day \"" + day + "\" isn't a date such as 2026-11-30");
        }
    }

    private static boolean tooLong(@Nullable String text) {
        return text != null && text.length() > LONGEST;
    }

    private static OffsetDateTime at(@Nullable String text, ZoneId zone) {
        if (Texts.isBlank(text)) throw new HeraldException("at", "The time is missing");
        try {
            return OffsetDateTime.parse(text.strip());
        } catch (DateTimeParseException e) {
            try {
                return LocalDateTime.parse(text.strip().replace(' ', 'T'))
                        .atZone(zone)
                        .toOffsetDateTime();
            } catch (DateTimeParseException again) {
                throw new HeraldException(
                        "at", "The time \"" + text + "\" isn't a time such as 2026-11-24T14:05:00+01:00");
            }
        }
    }
}
