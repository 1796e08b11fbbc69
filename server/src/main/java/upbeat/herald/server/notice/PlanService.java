package upbeat.herald.server.notice;

import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.notice.NoticeUsageRepository.Sent;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.platform.web.NotFoundException;

/** The place Plan as it is shown: all notices with what they sent, and whom one would reach. */
@Service
class PlanService {
    private static final Duration MONTH = Duration.ofDays(30);

    private final NoticeRepository notices;
    private final CarrierRepository carriers;
    private final GoLiveCheck goLive;
    private final NoticeUsageRepository usage;
    private final OrderRepository orders;
    private final PlanNames names;
    private final JdbcClient reader;
    private final InstantSource clock;

    PlanService(
            NoticeRepository notices,
            CarrierRepository carriers,
            GoLiveCheck goLive,
            NoticeUsageRepository usage,
            OrderRepository orders,
            PlanNames names,
            JdbcClient reader,
            InstantSource clock) {
        this.notices = notices;
        this.carriers = carriers;
        this.goLive = goLive;
        this.usage = usage;
        this.orders = orders;
        this.names = names;
        this.reader = reader;
        this.clock = clock;
    }

    /** @param version of its rule, without the texts; {@code audience} in words; {@code sent} by channel in 30 days */
    record NoticeView(String id, String version, NoticeBody notice, String audience, Map<String, Sent> sent) {}

    record CarrierName(String key, String name) {}

    record Plan(List<NoticeView> notices, List<CarrierName> carriers, List<String> shops) {}

    Plan getPlan() {
        Map<String, Map<String, Sent>> sent =
                usage.countSent(reader, clock.instant().minus(MONTH));
        return new Plan(
                notices.findAll(reader).stream()
                        .map(n -> view(n, sent.getOrDefault(n.id(), Map.of())))
                        .toList(),
                carriers.findAll(reader).stream()
                        .map(c -> new CarrierName(c.key(), c.name()))
                        .toList(),
                orders.findShops(reader));
    }

    NoticeView view(Notice notice) {
        return view(
                notice, usage.countSent(reader, clock.instant().minus(MONTH)).getOrDefault(notice.id(), Map.of()));
    }

    private NoticeView view(Notice notice, Map<String, Sent> sent) {
        NoticeBody body = NoticeBody.of(notice);
        return new NoticeView(
                notice.id(), body.version(), body, notice.audience().describe(names.load(reader)), sent);
    }

    /** @param warnings what a person should know before the notice goes live */
    record GoLive(List<String> warnings) {}

    GoLive checkGoLive(String id) {
        Notice notice = notices.find(reader, id).orElseThrow(() -> new NotFoundException("There is no notice " + id));
        Map<String, Sent> sent =
                usage.countSent(reader, clock.instant().minus(MONTH)).getOrDefault(id, Map.of());
        return new GoLive(goLive.findWarnings(notice, sent));
    }
}
