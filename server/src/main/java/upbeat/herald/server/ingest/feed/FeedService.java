package upbeat.herald.server.ingest.feed;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.ScanDocumentReader;
import upbeat.herald.core.timing.Watch;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.OrderDocument;
import upbeat.herald.server.platform.http.OutboundHttp;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.ValidationException;

/** Setup, Feeds: watched folders and addresses that are asked, with the history of their runs. */
@Service
class FeedService {
    private static final Set<String> HOLDS = Set.of("orders", "tracking", "stages");
    /** Of parcels that are known, whichever shop they are from; a carrier may be said instead. */
    private static final int RUNS = 20;

    private final FeedRepository feeds;
    private final OutboundHttp fetch;
    private final CarrierRepository carriers;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    FeedService(
            FeedRepository feeds,
            OutboundHttp fetch,
            CarrierRepository carriers,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.feeds = feeds;
        this.fetch = fetch;
        this.carriers = carriers;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    record FeedSourceBody(@Nullable String kind, @Nullable String place) {}

    record FeedContentBody(
            @Nullable String holds,
            @Nullable String shop,
            @Nullable String carrier) {}

    /** @param zone of {@code atTime}, {@code 06:30} */
    record FeedTimingBody(
            @Nullable String schedule,
            @Nullable String atTime,
            @Nullable String zone) {}

    /** @param interval, limit ISO 8601 durations */
    record WatchBody(
            @Nullable String interval,
            @Nullable Integer mostTries,
            @Nullable String limit) {}

    /** @param live true where it is asked by its schedule */
    record FeedBody(
            @Nullable String name,
            @JsonUnwrapped FeedSourceBody source,
            @JsonUnwrapped FeedContentBody content,
            @JsonUnwrapped FeedTimingBody timing,
            @JsonUnwrapped WatchBody watch,
            @Nullable Boolean live) {}

    /** @param endedBy word of what ended it, {@code endedWords} the same for a person; null while it goes on */
    record RunView(
            Instant beganAt,
            int tries,
            @Nullable Instant nextAt,
            @Nullable Instant endedAt,
            @Nullable String endedBy,
            @Nullable String endedWords,
            @Nullable String summary) {}

    /** @param where the folder, or the address; {@code worstEnd} when a run that finds nothing ends, and by what */
    record FeedView(
            long id,
            String version,
            FeedBody feed,
            String where,
            @Nullable Instant nextAt,
            Duration worst,
            String worstEnd,
            List<RunView> runs) {}

    List<FeedView> list() {
        return feeds.findAll(reader).stream().map(this::view).toList();
    }

    FeedView add(FeedBody body) {
        FeedRepository.Feed feed = checked(0, body);
        try {
            long id = writer.write(db -> feeds.insert(db, feed, clock.instant()));
            signal.signal();
            return get(id);
        } catch (DuplicateKeyException e) {
            throw new HeraldException("name", "There is already a feed with this name. Choose another name");
        }
    }

    FeedView change(long id, IfMatch match, FeedBody body) {
        find(id);
        FeedRepository.Feed feed = checked(id, body);
        writer.write(db -> {
            FeedBody current = toBody(feeds.find(db, id).orElseThrow(FeedService::missing));
            match.check(ContentVersion.of(current), current);
            feeds.update(db, feed);
            feeds.stopRun(db, id, clock.instant());
            return null;
        });
        signal.signal();
        return get(id);
    }

    void remove(long id) {
        writer.write(db -> {
            feeds.remove(db, id);
            return null;
        });
    }

    /** Asks now: a run with the feed's interval, tries and limit begins. */
    FeedView checkNow(long id) {
        find(id);
        if (writer.write(db -> feeds.beginRun(db, id, clock.instant())).isEmpty())
            throw new HeraldException("id", "This feed is already being checked");
        signal.signal();
        return get(id);
    }

    FeedView stop(long id) {
        find(id);
        writer.write(db -> feeds.stopRun(db, id, clock.instant()));
        return get(id);
    }

    FeedView get(long id) {
        return view(find(id));
    }

    private FeedRepository.Feed find(long id) {
        return feeds.find(reader, id).orElseThrow(FeedService::missing);
    }

    private static NotFoundException missing() {
        return new NotFoundException("This feed no longer exists");
    }

    private FeedRepository.Feed checked(long id, FeedBody b) {
        ValidationException errors = new ValidationException();
        if (Texts.isBlank(b.name()) || b.name().length() > 60) errors.add("name", "Enter a name of 1 to 60 characters");
        boolean folder = "folder".equals(b.source().kind());
        if (!folder && !"address".equals(b.source().kind())) errors.add("kind", "Choose a folder or an address");
        boolean scans = b.content().holds() != null
                && ScanDocumentReader.fromCode(b.content().holds()).isPresent();
        if (!scans) OrderDocument.checkShop(b.content().shop(), "shop", errors);
        if (!scans
                && (b.content().holds() == null || !HOLDS.contains(b.content().holds())))
            errors.add("holds", "Choose what the files contain");
        String carrier = Texts.blankToNull(b.content().carrier());
        if (carrier != null && carriers.find(reader, carrier).isEmpty())
            errors.add("carrier", "There is no carrier " + carrier);
        if (folder && (b.source().place() == null || !b.source().place().matches("[a-z0-9][a-z0-9_-]{0,40}")))
            errors.add(
                    "place",
                    "Enter a folder name of lower-case letters, digits and hyphens. The folder is inside the inbox of the data folder");
        String schedule = b.timing().schedule() == null ? "off" : b.timing().schedule();
        if (!Set.of("off", "interval", "daily").contains(schedule)) errors.add("schedule", "Choose a schedule");
        String zone = Texts.isBlank(b.timing().zone()) ? "UTC" : b.timing().zone();
        String at = Texts.blankToNull(b.timing().atTime());
        if (schedule.equals("daily")) {
            try {
                ZoneId.of(zone);
                at = LocalTime.parse(String.valueOf(at)).toString();
            } catch (DateTimeParseException e) {
                errors.add("atTime", "Enter a time like 06:30");
            } catch (DateTimeException e) {
                errors.add("zone", "\"" + zone + "\" isn't a time zone such as Europe/Stockholm");
            }
        }
        Watch watch = null;
        try {
            watch = new Watch(
                    Texts.isBlank(b.watch().interval())
                            ? Duration.ofMinutes(5)
                            : Duration.parse(b.watch().interval()),
                    b.watch().mostTries() == null ? 12 : b.watch().mostTries(),
                    Texts.isBlank(b.watch().limit())
                            ? Duration.ofHours(1)
                            : Duration.parse(b.watch().limit()));
        } catch (DateTimeParseException e) {
            errors.add("interval", "\"" + e.getParsedString() + "\" is not an ISO 8601 duration such as PT5M");
        } catch (HeraldException e) {
            errors.add(e.field(), e.getMessage());
        }
        if (!folder && errors.errors().isEmpty()) {
            try {
                fetch.validate(String.valueOf(b.source().place()));
            } catch (HeraldException e) {
                errors.add("place", "This address can't be used: " + e.getMessage());
            }
        }
        errors.throwIfAny();
        boolean live = Boolean.TRUE.equals(b.live()) && !schedule.equals("off");
        FeedRepository.Feed feed = new FeedRepository.Feed(
                id,
                Objects.requireNonNull(b.name()).strip(),
                new FeedSource(
                        Objects.requireNonNull(b.source().kind()),
                        Objects.requireNonNull(b.source().place()).strip()),
                new FeedContent(
                        Objects.requireNonNull(b.content().holds()),
                        scans ? "" : b.content().shop(),
                        scans ? carrier : null),
                new FeedTiming(schedule, at, zone, Objects.requireNonNull(watch), live),
                null,
                null);
        Instant next = !live
                ? null
                : schedule.equals("interval") ? clock.instant() : FeedRunner.firstRun(feed, clock.instant());
        return feed.withNextAt(next);
    }

    private static FeedBody toBody(FeedRepository.Feed f) {
        return new FeedBody(
                f.name(),
                new FeedSourceBody(f.source().kind(), f.source().place()),
                new FeedContentBody(
                        f.content().holds(), f.content().shop(), f.content().carrier()),
                new FeedTimingBody(
                        f.timing().schedule(), f.timing().atTime(), f.timing().zone()),
                new WatchBody(
                        f.timing().watch().interval().toString(),
                        f.timing().watch().mostTries(),
                        f.timing().watch().limit().toString()),
                f.timing().live());
    }

    private FeedView view(FeedRepository.Feed f) {
        FeedBody body = toBody(f);
        Watch.Next worst = f.timing().watch().latestEnd(Instant.EPOCH);
        return new FeedView(
                f.id(),
                ContentVersion.of(body),
                body,
                f.source().kind().equals("folder")
                        ? "inbox/" + f.source().place() + ", in the data folder"
                        : f.source().place(),
                f.nextAt(),
                Duration.between(Instant.EPOCH, worst.at()),
                Objects.requireNonNull(worst.end()).label(),
                feeds.findLatest(reader, f.id(), RUNS).stream()
                        .map(r -> new RunView(
                                r.beganAt(),
                                r.tries(),
                                r.nextAt(),
                                r.endedAt(),
                                r.endedBy(),
                                r.endedBy() == null
                                        ? null
                                        : Watch.End.valueOf(r.endedBy()
                                                        .toUpperCase(java.util.Locale.ROOT)
                                                        .replace('-', '_'))
                                                .label(),
                                r.summary()))
                        .toList());
    }
}
