package upbeat.herald.server.feeds;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.timing.Watch;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.intake.OrderDocument;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.Faults;
import upbeat.herald.server.web.NotFound;

/** Setup, Feeds: watched folders and addresses that are asked, with the history of their runs. */
@RestController
@RequestMapping("/ui/feeds")
@Tag(name = "ui-feeds")
class FeedsDoor {
    private static final Set<String> HOLDS = Set.of("orders", "tracking", "stages", "iftsta", "epcis");
    /** Of parcels that are known, whichever shop they are from; a carrier may be said instead. */
    private static final Set<String> SCANS = Set.of("iftsta", "epcis");

    private static final int RUNS = 20;
    private final FeedStore feeds;
    private final Fetch fetch;
    private final CarrierStore carriers;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell bell;

    FeedsDoor(
            FeedStore feeds,
            Fetch fetch,
            CarrierStore carriers,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Bell bell) {
        this.feeds = feeds;
        this.fetch = fetch;
        this.carriers = carriers;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
    }

    /** @param interval,limit ISO 8601; {@code live} true where it is asked by its schedule */
    record FeedBody(
            @Nullable String name,
            @Nullable String kind,
            @Nullable String shop,
            @Nullable String holds,
            @Nullable String carrier,
            @Nullable String place,
            @Nullable String schedule,
            @Nullable String atTime,
            @Nullable String zone,
            @Nullable String interval,
            @Nullable Integer mostTries,
            @Nullable String limit,
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
            FeedBody feed,
            String where,
            @Nullable Instant nextAt,
            Duration worst,
            String worstEnd,
            List<RunView> runs) {}

    @GetMapping
    List<FeedView> all() {
        return feeds.all(reader).stream().map(this::view).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    FeedView add(@RequestBody FeedBody body) {
        FeedStore.Feed feed = checked(0, body);
        try {
            long id = writer.write(db -> feeds.insert(db, feed, clock.instant()));
            bell.ring();
            return one(id);
        } catch (DuplicateKeyException e) {
            throw new HeraldException("name", "There is a feed of that name already");
        }
    }

    @PutMapping("/{id}")
    FeedView change(@PathVariable long id, @RequestBody FeedBody body) {
        find(id);
        FeedStore.Feed feed = checked(id, body);
        writer.write(db -> {
            feeds.update(db, feed);
            feeds.stop(db, id, clock.instant());
            return null;
        });
        bell.ring();
        return one(id);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id) {
        writer.write(db -> {
            feeds.remove(db, id);
            return null;
        });
    }

    /** Asks now: a run with the feed's interval, tries and limit begins. */
    @PostMapping("/{id}/ask")
    FeedView ask(@PathVariable long id) {
        find(id);
        if (writer.write(db -> feeds.begin(db, id, clock.instant())).isEmpty())
            throw new HeraldException("id", "This feed is being asked already");
        bell.ring();
        return one(id);
    }

    @PostMapping("/{id}/stop")
    FeedView stop(@PathVariable long id) {
        find(id);
        writer.write(db -> feeds.stop(db, id, clock.instant()));
        return one(id);
    }

    @GetMapping("/{id}")
    FeedView one(@PathVariable long id) {
        return view(find(id));
    }

    private FeedStore.Feed find(long id) {
        return feeds.find(reader, id).orElseThrow(() -> new NotFound("There is no such feed"));
    }

    private FeedStore.Feed checked(long id, FeedBody b) {
        Faults faults = new Faults();
        if (Texts.blank(b.name()) || b.name().length() > 60) faults.add("name", "A name has 1 to 60 characters");
        boolean folder = "folder".equals(b.kind());
        if (!folder && !"address".equals(b.kind())) faults.add("kind", "A feed is a folder or an address");
        boolean scans = b.holds() != null && SCANS.contains(b.holds());
        if (!scans) OrderDocument.checkShop(b.shop(), "shop", faults);
        if (b.holds() == null || !HOLDS.contains(b.holds()))
            faults.add("holds", "A feed holds orders, tracking, stages, iftsta or epcis");
        String carrier = Texts.orNull(b.carrier());
        if (carrier != null && carriers.find(reader, carrier).isEmpty())
            faults.add("carrier", "There is no carrier " + carrier);
        if (folder && (b.place() == null || !b.place().matches("[a-z0-9][a-z0-9_-]{0,40}")))
            faults.add(
                    "place",
                    "A folder's name has lower case letters, digits, hyphens; it stands in the inbox of the data folder");
        String schedule = b.schedule() == null ? "off" : b.schedule();
        if (!Set.of("off", "interval", "daily").contains(schedule))
            faults.add("schedule", "A feed is asked off, interval or daily");
        String zone = Texts.blank(b.zone()) ? "UTC" : b.zone();
        String at = Texts.orNull(b.atTime());
        if (schedule.equals("daily")) {
            try {
                ZoneId.of(zone);
                at = LocalTime.parse(String.valueOf(at)).toString();
            } catch (DateTimeParseException e) {
                faults.add("atTime", "Write the time of day as 06:30");
            } catch (DateTimeException e) {
                faults.add("zone", "\"" + zone + "\" is no time zone such as Europe/Stockholm");
            }
        }
        Watch watch = null;
        try {
            watch = new Watch(
                    Texts.blank(b.interval()) ? Duration.ofMinutes(5) : Duration.parse(b.interval()),
                    b.mostTries() == null ? 12 : b.mostTries(),
                    Texts.blank(b.limit()) ? Duration.ofHours(1) : Duration.parse(b.limit()));
        } catch (DateTimeParseException e) {
            faults.add("interval", "\"" + e.getParsedString() + "\" is not an ISO 8601 duration such as PT5M");
        } catch (HeraldException e) {
            faults.add(e.field(), e.getMessage());
        }
        if (!folder && faults.list().isEmpty()) {
            try {
                fetch.check(String.valueOf(b.place()));
            } catch (HeraldException e) {
                faults.add("place", "This address can't be asked: " + e.getMessage());
            }
        }
        faults.raise();
        boolean live = Boolean.TRUE.equals(b.live()) && !schedule.equals("off");
        FeedStore.Feed feed = new FeedStore.Feed(
                id,
                b.name().strip(),
                b.kind(),
                scans ? "" : b.shop(),
                b.holds(),
                scans ? carrier : null,
                b.place().strip(),
                schedule,
                at,
                zone,
                watch,
                live,
                null,
                null);
        Instant next =
                !live ? null : schedule.equals("interval") ? clock.instant() : FeedRunner.begins(feed, clock.instant());
        return new FeedStore.Feed(
                id,
                feed.name(),
                feed.kind(),
                feed.shop(),
                feed.holds(),
                feed.carrier(),
                feed.place(),
                schedule,
                at,
                zone,
                watch,
                live,
                next,
                null);
    }

    private FeedView view(FeedStore.Feed f) {
        Watch.Next worst = f.watch().worst(Instant.EPOCH);
        return new FeedView(
                f.id(),
                new FeedBody(
                        f.name(),
                        f.kind(),
                        f.shop(),
                        f.holds(),
                        f.carrier(),
                        f.place(),
                        f.schedule(),
                        f.atTime(),
                        f.zone(),
                        f.watch().interval().toString(),
                        f.watch().mostTries(),
                        f.watch().limit().toString(),
                        f.live()),
                f.kind().equals("folder") ? "inbox/" + f.place() + ", in the data folder" : f.place(),
                f.nextAt(),
                Duration.between(Instant.EPOCH, worst.at()),
                worst.end().words(),
                feeds.latest(reader, f.id(), RUNS).stream()
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
                                                .words(),
                                r.summary()))
                        .toList());
    }
}
