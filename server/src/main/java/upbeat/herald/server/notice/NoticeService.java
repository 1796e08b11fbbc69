package upbeat.herald.server.notice;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.notice.NoticeUsageRepository.Sent;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.NotFoundException;

/** The place Plan: all notices, and one of them made, changed, switched, tried and removed. */
@Service
class NoticeService {
    private static final Duration MONTH = Duration.ofDays(30);

    private final NoticeRepository notices;
    private final CarrierRepository carriers;
    private final BrandRepository brands;
    private final ReachEstimate reach;
    private final NoticeUsageRepository usage;
    private final OrderRepository orders;
    private final ChannelRegistry channels;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    NoticeService(
            NoticeRepository notices,
            CarrierRepository carriers,
            BrandRepository brands,
            ReachEstimate reach,
            NoticeUsageRepository usage,
            OrderRepository orders,
            ChannelRegistry channels,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.notices = notices;
        this.carriers = carriers;
        this.brands = brands;
        this.reach = reach;
        this.usage = usage;
        this.orders = orders;
        this.channels = channels;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    /** @param audience in words; {@code sent} by channel in the last 30 days */
    record NoticeView(String id, NoticeBody notice, String audience, Map<String, Sent> sent) {}

    record CarrierName(String key, String name) {}

    record Plan(List<NoticeView> notices, List<CarrierName> carriers, List<String> shops) {}

    Plan getPlan() {
        Map<String, Map<String, Sent>> sent =
                usage.countSent(reader, clock.instant().minus(MONTH));
        return new Plan(
                notices.findAll(reader).stream()
                        .map(n -> new NoticeView(
                                n.id(),
                                NoticeBody.of(n),
                                n.audience().describe(this::carrierName),
                                sent.getOrDefault(n.id(), Map.of())))
                        .toList(),
                carriers.findAll(reader).stream()
                        .map(c -> new CarrierName(c.key(), c.name()))
                        .toList(),
                orders.findShops(reader));
    }

    private String carrierName(String key) {
        return carriers.find(reader, key).map(Carrier::name).orElse(key);
    }

    NoticeView create(NoticeBody body) {
        return kept(writer.write(db -> {
            Notice checked = fit(db, body.toNotice("new", null, brands.baseLanguage(db), known(), true));
            return put(db, checked.withId(free(db, checked.name())));
        }));
    }

    NoticeView save(String id, NoticeBody body) {
        return kept(writer.write(db -> {
            Notice before = notices.find(db, id).orElseThrow(() -> new NotFoundException("There is no notice " + id));
            return put(db, fit(db, body.toNotice(id, before, brands.baseLanguage(db), known(), true)));
        }));
    }

    private Notice put(JdbcClient db, Notice notice) {
        notices.save(db, notice, clock.instant());
        channels.submitWordings(db, notice, brands.baseLanguage(db), clock.instant());
        return notice;
    }

    private NoticeView kept(Notice notice) {
        channels.wordingsSubmitted();
        signal.signal();
        return view(notice);
    }

    void delete(String id) {
        writer.write(db -> {
            notices.delete(db, id);
            return null;
        });
        signal.signal();
    }

    ReachEstimate.Reached estimateReach(NoticeBody body) {
        Instant now = clock.instant();
        return reach.estimate(
                body.toNotice("new", null, brands.baseLanguage(reader), known(), false)
                        .withState(Notice.State.LIVE),
                now.minus(MONTH),
                now);
    }

    /** @throws HeraldException where the notice is to be live and a channel is not ready for that */
    private Notice fit(JdbcClient db, Notice notice) {
        if (notice.state() == Notice.State.LIVE)
            channels.findGoLiveObstacle(db, notice).ifPresent(obstacle -> {
                throw new HeraldException("state", obstacle);
            });
        return notice;
    }

    private NoticeView view(Notice n) {
        return getPlan().notices().stream()
                .filter(v -> v.id().equals(n.id()))
                .findFirst()
                .orElseThrow();
    }

    private Set<String> known() {
        return carriers.findAll(reader).stream().map(Carrier::key).collect(Collectors.toSet());
    }

    /** An id from the name, with a number where it is taken. */
    private String free(JdbcClient db, String name) {
        String base = Texts.removeAccents(name)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        if (base.isEmpty()) base = "notice";
        String id = base;
        for (int i = 2; notices.find(db, id).isPresent(); i++) id = base + "-" + i;
        return id;
    }
}
