package upbeat.herald.server.message;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.persistence.SettingRepository;

/**
 * Finds the parcels whose carrier has been silent for as long as a notice waits for, and plans what is said of them.
 * Each silence is looked at once, when it becomes long enough: how far that went is kept, so that a restart misses
 * nothing and a notice that is switched on doesn't speak of old silences.
 */
@Component
public class QuietParcelSweep {
    private static final String SWEPT_UNTIL = "quiet.sweptUntil";
    private static final Duration PAUSE = Duration.ofMinutes(1);
    private static final int PAGE = 200;

    private final NoticeRepository notices;
    private final ParcelRepository parcels;
    private final OrderRepository orders;
    private final MessagePlanner planner;
    private final SettingRepository settings;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    QuietParcelSweep(
            NoticeRepository notices,
            ParcelRepository parcels,
            OrderRepository orders,
            MessagePlanner planner,
            SettingRepository settings,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock) {
        this.notices = notices;
        this.parcels = parcels;
        this.orders = orders;
        this.planner = planner;
        this.settings = settings;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /** @return how many messages were planned */
    public int sweep() {
        Instant now = clock.instant();
        Instant until = settings.find(reader, SWEPT_UNTIL).map(Instant::parse).orElse(null);
        if (until != null && Duration.between(until, now).compareTo(PAUSE) < 0) return 0;
        int planned = 0;
        if (until != null) for (int days : listWaits()) planned += sweep(days, until, now);
        writer.write(db -> {
            settings.put(db, SWEPT_UNTIL, now.toString());
            return null;
        });
        return planned;
    }

    private List<Integer> listWaits() {
        return notices.findAll(reader).stream()
                .filter(n -> n.state().isSpeaking())
                .map(n -> n.timing().quietDays())
                .filter(Objects::nonNull)
                .distinct()
                .toList();
    }

    private int sweep(int days, Instant until, Instant now) {
        Duration silence = Duration.ofDays(days);
        int planned = 0;
        @Nullable ParcelRow last = null;
        while (true) {
            List<ParcelRow> page =
                    parcels.findSilentSince(reader, until.minus(silence), now.minus(silence), last, PAGE);
            if (page.isEmpty()) return planned;
            last = page.get(page.size() - 1);
            planned += writer.write(db -> plan(db, page, days, now));
        }
    }

    private int plan(JdbcClient db, List<ParcelRow> page, int days, Instant now) {
        int planned = 0;
        for (ParcelRow found : page) {
            ParcelRow parcel = parcels.find(db, found.id()).orElse(null);
            // Heard of since it was found: that is another silence.
            if (parcel == null || !Objects.equals(parcel.lastScanAt(), found.lastScanAt())) continue;
            planned += planner.planForMoment(
                    db,
                    orders.get(db, parcel.orderId()),
                    parcel,
                    Moment.silence(parcel.stage(), Objects.requireNonNull(parcel.lastScanAt()), days),
                    now);
        }
        return planned;
    }
}
