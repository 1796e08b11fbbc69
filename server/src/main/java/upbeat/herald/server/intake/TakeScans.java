package upbeat.herald.server.intake;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.orders.CarrierStore;
import upbeat.herald.server.storage.Json;
import upbeat.herald.server.storage.Writer;

/** Takes a list of scans: in the order of their events, so that what one list brings is news only once, and in transactions that let others write between them. */
@Component
class TakeScans {
    private static final int TOGETHER = 500;
    private static final Duration AHEAD = Duration.ofHours(24);
    private static final int LONGEST = 500;

    private final TakeIn takeIn;
    private final FactStore facts;
    private final CarrierStore carriers;
    private final JdbcClient reader;
    private final Writer writer;

    TakeScans(TakeIn takeIn, FactStore facts, CarrierStore carriers, JdbcClient reader, Writer writer) {
        this.takeIn = takeIn;
        this.facts = facts;
        this.carriers = carriers;
        this.reader = reader;
        this.writer = writer;
    }

    private record Good(Carrier carrier, ScansApi.ScanBody body, Instant at, String day) {}

    ScansApi.ScansTaken all(List<ScansApi.ScanBody> scans, Instant now) {
        List<ScansApi.Rejected> rejected = new ArrayList<>();
        List<Good> good = new ArrayList<>();
        Map<String, Optional<Carrier>> known = new HashMap<>();
        for (int i = 0; i < scans.size(); i++) {
            try {
                good.add(checked(scans.get(i), known, now));
            } catch (HeraldException e) {
                rejected.add(new ScansApi.Rejected(i, e.getMessage()));
            }
        }
        good.sort(Comparator.comparing(Good::at));
        Map<TakeIn.ScanOutcome, Integer> counts = new EnumMap<>(TakeIn.ScanOutcome.class);
        for (int from = 0; from < good.size(); from += TOGETHER) {
            List<Good> part = good.subList(from, Math.min(good.size(), from + TOGETHER));
            Map<TakeIn.ScanOutcome, Integer> taken = writer.write(db -> {
                Map<TakeIn.ScanOutcome, Integer> outcomes = new EnumMap<>(TakeIn.ScanOutcome.class);
                facts.keep(db, "scans", "api", Json.of(part.stream().map(Good::body).toList()), now);
                for (Good s : part) outcomes.merge(takeIn.scan(db, s.carrier(), s.body().trackingNumber(), Texts.orNull(s.body().code()), Texts.orNull(s.body().text()), s.at(), s.day(), Texts.orNull(s.body().place()), now), 1, Integer::sum);
                return outcomes;
            });
            taken.forEach((k, n) -> counts.merge(k, n, Integer::sum));
        }
        return new ScansApi.ScansTaken(counts.getOrDefault(TakeIn.ScanOutcome.ACCEPTED, 0), counts.getOrDefault(TakeIn.ScanOutcome.DUPLICATE, 0), counts.getOrDefault(TakeIn.ScanOutcome.UNKNOWN_PARCEL, 0), counts.getOrDefault(TakeIn.ScanOutcome.UNREAD_CODE, 0), rejected);
    }

    private Good checked(ScansApi.ScanBody s, Map<String, Optional<Carrier>> known, Instant now) {
        if (s == null) throw new HeraldException("", "The scan is null");
        if (Texts.blank(s.carrier())) throw new HeraldException("carrier", "carrier is missing");
        Carrier carrier = known.computeIfAbsent(s.carrier(), k -> carriers.find(reader, k)).orElseThrow(() -> new HeraldException("carrier", "carrier: there is no carrier " + s.carrier()));
        if (Texts.compact(s.trackingNumber()).isEmpty() || s.trackingNumber().length() > 60) throw new HeraldException("trackingNumber", "trackingNumber: a tracking number has 1 to 60 characters");
        if (Texts.blank(s.code()) && Texts.blank(s.text())) throw new HeraldException("code", "code and text are missing; one of them says what happened");
        if (tooLong(s.code()) || tooLong(s.text()) || tooLong(s.place())) throw new HeraldException("text", "code, text and place have up to " + LONGEST + " characters");
        OffsetDateTime at = at(s.at(), carrier.zone());
        if (at.toInstant().isAfter(now.plus(AHEAD))) throw new HeraldException("at", "at: " + s.at() + " is in the future. Check the year and the offset");
        return new Good(carrier, s, at.toInstant(), at.toLocalDate().toString());
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
                return LocalDateTime.parse(text.strip().replace(' ', 'T')).atZone(zone).toOffsetDateTime();
            } catch (DateTimeParseException again) {
                throw new HeraldException("at", "at: \"" + text + "\" is not a time as RFC 3339 writes it");
            }
        }
    }
}
