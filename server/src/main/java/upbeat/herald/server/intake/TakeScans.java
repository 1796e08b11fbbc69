package upbeat.herald.server.intake;

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
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.exchange.StatusDocument;
import upbeat.herald.core.exchange.StatusScan;
import upbeat.herald.server.carriers.CarrierOf;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.intake.TakeReports.ScanOutcome;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.Writer;

/**
 * Takes a list of scans: in the order of their events, so that what one list brings is news only once, and in
 * transactions that let others write between them.
 */
@Component
public class TakeScans {
    private static final int TOGETHER = 1_000;
    private static final Duration AHEAD = Duration.ofHours(24);
    /** A scan older than this has its year wrong, or belongs to a parcel nobody waits for. */
    private static final Duration BEHIND = Duration.ofDays(400);

    private static final int LONGEST = 500;

    private final TakeReports reports;
    private final FactStore facts;
    private final CarrierStore carriers;
    private final CarrierOf carrierOf;
    private final ParcelStore parcels;
    private final JdbcClient reader;
    private final Writer writer;

    TakeScans(
            TakeReports reports,
            FactStore facts,
            CarrierStore carriers,
            CarrierOf carrierOf,
            ParcelStore parcels,
            JdbcClient reader,
            Writer writer) {
        this.reports = reports;
        this.facts = facts;
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
    public record ScansTaken(int accepted, int duplicate, int unknownParcel, int unreadCode, List<Rejected> rejected) {}

    /** @param index in the list sent, from 0 */
    public record Rejected(int index, String reason) {}

    /** A scan that can be taken. @param body as it came, or null where the document it was in is kept */
    private record Good(NewScan scan, @Nullable ScanBody body) {}

    public ScansTaken all(List<ScanBody> scans, String source, Instant now) {
        List<Rejected> rejected = new ArrayList<>();
        List<Good> good = new ArrayList<>(scans.size());
        Map<String, Optional<Carrier>> known = new HashMap<>();
        for (int i = 0; i < scans.size(); i++) {
            try {
                good.add(new Good(checked(scans.get(i), known, now), scans.get(i)));
            } catch (HeraldException e) {
                rejected.add(new Rejected(i, e.getMessage()));
            }
        }
        return take(good, rejected, source, now);
    }

    /**
     * Takes the scans of a standard document.
     *
     * @param carrierKey whose document it is, or null to find out for each parcel: by its order, by the document's own
     *     name, by the look of the number
     * @param body the document as it came
     */
    public ScansTaken document(
            StatusDocument document, String carrierKey, String kind, byte[] body, String source, Instant now) {
        Carrier given = carrierKey == null
                ? null
                : carriers.find(reader, carrierKey)
                        .orElseThrow(() -> new HeraldException("carrier", "There is no carrier " + carrierKey));
        List<Rejected> rejected = new ArrayList<>();
        document.bad().forEach(b -> rejected.add(new Rejected(b.index(), b.reason())));
        List<Good> good = new ArrayList<>();
        for (StatusDocument.Entry entry : document.scans()) {
            StatusScan s = entry.scan();
            try {
                Carrier carrier = given != null ? given : whose(s);
                number(s.trackingNumber());
                ZoneId zone = carrier == null ? ZoneOffset.UTC : carrier.zone();
                OffsetDateTime at = s.at() == null
                        ? LocalDateTime.parse(s.local()).atZone(zone).toOffsetDateTime()
                        : s.at().atOffset(ZoneOffset.UTC);
                time(at.toInstant(), String.valueOf(at), now);
                good.add(new Good(
                        new NewScan(
                                carrier,
                                s.trackingNumber(),
                                s.code(),
                                Texts.orNull(s.text()),
                                at.toInstant(),
                                s.day() == null ? at.toLocalDate().toString() : s.day(),
                                Texts.orNull(s.place()),
                                s.expectedOn()),
                        null));
            } catch (HeraldException e) {
                rejected.add(new Rejected(entry.index(), e.getMessage()));
            }
        }
        writer.write(db -> {
            facts.keep(db, kind, source, new String(body, java.nio.charset.StandardCharsets.ISO_8859_1), now);
            return null;
        });
        rejected.sort(Comparator.comparing(Rejected::index));
        return take(good, rejected, source, now);
    }

    private Carrier whose(StatusScan s) {
        List<String> keys = parcels.carriersOf(reader, s.trackingNumber());
        if (keys.size() == 1) return carriers.find(reader, keys.get(0)).orElse(null);
        Optional<Carrier> named =
                s.carrier() == null ? Optional.empty() : carrierOf.named(reader, s.carrier(), s.trackingNumber());
        return named.or(() -> carrierOf.byNumber(reader, s.trackingNumber())).orElse(null);
    }

    private ScansTaken take(List<Good> good, List<Rejected> rejected, String source, Instant now) {
        good.sort(Comparator.comparing(g -> g.scan().at()));
        Map<ScanOutcome, Integer> counts = new EnumMap<>(ScanOutcome.class);
        CompletableFuture<Map<ScanOutcome, Integer>> before = CompletableFuture.completedFuture(Map.of());
        Ahead last = null;
        for (int from = 0; from < good.size(); from += TOGETHER) {
            List<Good> together = good.subList(from, Math.min(good.size(), from + TOGETHER));
            List<NewScan> part = together.stream().map(Good::scan).toList();
            List<ScanBody> bodies =
                    together.stream().map(Good::body).filter(Objects::nonNull).toList();
            String fact = bodies.isEmpty() ? null : Json.of(bodies);
            Ahead worked = good.size() > TOGETHER ? new Ahead(reports, reader, writer, part, now, last) : null;
            last = worked;
            count(
                    before,
                    counts); // one part is written while the next is worked out; never more, so that others get between
            before = writer.begin(db -> {
                if (fact != null) facts.keep(db, "scans", source, fact, now);
                return worked == null ? reports.scans(db, part, now) : worked.keep(db, writer);
            });
        }
        count(before, counts);
        return new ScansTaken(
                counts.getOrDefault(ScanOutcome.ACCEPTED, 0),
                counts.getOrDefault(ScanOutcome.DUPLICATE, 0),
                counts.getOrDefault(ScanOutcome.UNKNOWN_PARCEL, 0),
                counts.getOrDefault(ScanOutcome.UNREAD_CODE, 0),
                rejected);
    }

    private static void count(CompletableFuture<Map<ScanOutcome, Integer>> part, Map<ScanOutcome, Integer> counts) {
        Writer.result(part).forEach((outcome, n) -> counts.merge(outcome, n, Integer::sum));
    }

    private NewScan checked(ScanBody s, Map<String, Optional<Carrier>> known, Instant now) {
        if (s == null) throw new HeraldException("", "The scan is null");
        if (Texts.blank(s.carrier())) throw new HeraldException("carrier", "carrier is missing");
        Carrier carrier = known.computeIfAbsent(s.carrier(), k -> carriers.find(reader, k))
                .orElseThrow(() -> new HeraldException("carrier", "carrier: there is no carrier " + s.carrier()));
        number(s.trackingNumber());
        if (Texts.blank(s.code()) && Texts.blank(s.text()))
            throw new HeraldException("code", "code and text are missing; one of them says what happened");
        if (tooLong(s.code()) || tooLong(s.text()) || tooLong(s.place()))
            throw new HeraldException("text", "code, text and place have up to " + LONGEST + " characters");
        OffsetDateTime at = at(s.at(), carrier.zone());
        time(at.toInstant(), s.at(), now);
        return new NewScan(
                carrier,
                s.trackingNumber(),
                Texts.orNull(s.code()),
                Texts.orNull(s.text()),
                at.toInstant(),
                at.toLocalDate().toString(),
                Texts.orNull(s.place()),
                expected(s.expectedOn()));
    }

    private static void number(String trackingNumber) {
        if (Texts.compact(trackingNumber).isEmpty() || trackingNumber.length() > 60)
            throw new HeraldException("trackingNumber", "trackingNumber: a tracking number has 1 to 60 characters");
    }

    private static void time(Instant at, String written, Instant now) {
        if (at.isAfter(now.plus(AHEAD)))
            throw new HeraldException("at", "at: " + written + " is in the future. Check the year and the offset");
        if (at.isBefore(now.minus(BEHIND)))
            throw new HeraldException("at", "at: " + written + " is more than a year ago. Check the year");
    }

    private static LocalDate expected(String day) {
        try {
            return Texts.blank(day) ? null : LocalDate.parse(day.strip());
        } catch (DateTimeParseException e) {
            throw new HeraldException("expectedOn", "expectedOn: \"" + day + "\" is not a day such as 2026-11-30");
        }
    }

    private static boolean tooLong(String text) {
        return text != null && text.length() > LONGEST;
    }

    private static OffsetDateTime at(String text, ZoneId zone) {
        if (Texts.blank(text)) throw new HeraldException("at", "at is missing");
        try {
            return OffsetDateTime.parse(text.strip());
        } catch (DateTimeParseException e) {
            try {
                return LocalDateTime.parse(text.strip().replace(' ', 'T'))
                        .atZone(zone)
                        .toOffsetDateTime();
            } catch (DateTimeParseException again) {
                throw new HeraldException("at", "at: \"" + text + "\" is not a time as RFC 3339 writes it");
            }
        }
    }
}
