package upbeat.herald.server.plan;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
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
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.dispatch.ChatApprovals;
import upbeat.herald.server.dispatch.ChatTemplates;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.NotFound;
import upbeat.herald.server.wording.WordingPreview;

/** The place Plan: all notices, and one of them made, changed, switched, tried and removed. */
@RestController
@RequestMapping("/ui/plan")
@Tag(name = "ui-plan")
class PlanDoor {
    private static final Duration MONTH = Duration.ofDays(30);
    private static final String SENT =
            "select notice_id, channel, count(*) as n, max(segments) as segments from message where sent_at >= ? group by notice_id, channel";

    private final NoticeStore notices;
    private final CarrierStore carriers;
    private final BrandStore brands;
    private final Reach reach;
    private final WordingPreview preview;
    private final ChatTemplates templates;
    private final ChatApprovals approvals;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell bell;

    PlanDoor(
            NoticeStore notices,
            CarrierStore carriers,
            BrandStore brands,
            Reach reach,
            WordingPreview preview,
            ChatTemplates templates,
            ChatApprovals approvals,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Bell bell) {
        this.notices = notices;
        this.carriers = carriers;
        this.brands = brands;
        this.reach = reach;
        this.preview = preview;
        this.templates = templates;
        this.approvals = approvals;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
    }

    /** @param audience in words; {@code sent} by channel in the last 30 days */
    record NoticeView(String id, NoticeBody notice, String audience, Map<String, Sent> sent) {}

    /** @param count in 30 days; {@code segments} of the longest SMS, else null */
    record Sent(int count, @Nullable Integer segments) {}

    record CarrierName(String key, String name) {}

    record Plan(List<NoticeView> notices, List<CarrierName> carriers, List<String> shops) {}

    record PreviewRequest(
            @Nullable String id,
            NoticeBody notice,
            String channel,
            @Nullable String shop,
            @Nullable String number) {}

    @GetMapping
    Plan plan() {
        Map<String, Map<String, Sent>> sent = new TreeMap<>();
        reader.sql(SENT).param(clock.instant().minus(MONTH).toEpochMilli()).query(rs -> {
            int segments = rs.getInt("segments");
            Integer longest = rs.wasNull() ? null : Integer.valueOf(segments);
            sent.computeIfAbsent(rs.getString("notice_id"), k -> new TreeMap<>())
                    .put(rs.getString("channel"), new Sent(rs.getInt("n"), longest));
        });
        List<String> shops = reader.sql("select distinct shop from shop_order order by shop")
                .query(String.class)
                .list();
        return new Plan(
                notices.all(reader).stream()
                        .map(n -> new NoticeView(
                                n.id(), NoticeBody.of(n), n.audience().words(), sent.getOrDefault(n.id(), Map.of())))
                        .toList(),
                carriers.all(reader).stream()
                        .map(c -> new CarrierName(c.key(), c.name()))
                        .toList(),
                shops);
    }

    @PostMapping("/notices")
    @ResponseStatus(HttpStatus.CREATED)
    NoticeView add(@RequestBody NoticeBody body) {
        return kept(writer.write(db -> {
            Notice checked = fit(db, body.toNotice("new", null, brands.baseLanguage(db), known(), true));
            return put(db, checked.withId(free(db, checked.name())));
        }));
    }

    @PutMapping("/notices/{id}")
    NoticeView change(@PathVariable String id, @RequestBody NoticeBody body) {
        return kept(writer.write(db -> {
            Notice before = notices.find(db, id).orElseThrow(() -> new NotFound("There is no notice " + id));
            return put(db, fit(db, body.toNotice(id, before, brands.baseLanguage(db), known(), true)));
        }));
    }

    private Notice put(JdbcClient db, Notice notice) {
        notices.put(db, notice, clock.instant());
        templates.bring(db, notice, brands.baseLanguage(db), clock.instant());
        return notice;
    }

    private NoticeView kept(Notice notice) {
        approvals.ring();
        bell.ring();
        return view(notice);
    }

    @DeleteMapping("/notices/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String id) {
        writer.write(db -> {
            notices.remove(db, id);
            return null;
        });
        bell.ring();
    }

    @PostMapping("/preview")
    WordingPreview.Shown preview(@RequestBody PreviewRequest body) {
        Notice before =
                body.id() == null ? null : notices.find(reader, body.id()).orElse(null);
        Notice notice = body.notice()
                .toNotice(before == null ? "new" : before.id(), before, brands.baseLanguage(reader), known(), false);
        Channel channel = Channel.of(body.channel())
                .orElseThrow(() -> new HeraldException("channel", "\"" + body.channel() + "\" is no channel"));
        return preview.of(
                notice,
                new WordingPreview.Ask(
                        channel, brands.baseLanguage(reader), null, body.shop(), body.number(), null, 0));
    }

    @PostMapping("/reach")
    Reach.Reached reach(@RequestBody NoticeBody body) {
        Instant now = clock.instant();
        return reach.of(
                body.toNotice("new", null, brands.baseLanguage(reader), known(), false)
                        .withState(Notice.State.LIVE),
                now.minus(MONTH),
                now);
    }

    /** Nothing goes live in the name of an address that nobody has proven. */
    private Notice fit(JdbcClient db, Notice notice) {
        if (notice.state() != Notice.State.LIVE || !notice.channels().contains(Channel.EMAIL)) return notice;
        brands.unproven(db, notice.audience().shops()).ifPresent(address -> {
            throw new HeraldException(
                    "state",
                    "The sender's address " + address
                            + " is not proven yet. Go to Setup, Brand, and have the code sent; then switch the notice on");
        });
        return notice;
    }

    private NoticeView view(Notice n) {
        return plan().notices().stream()
                .filter(v -> v.id().equals(n.id()))
                .findFirst()
                .orElseThrow();
    }

    private Set<String> known() {
        return carriers.all(reader).stream().map(Carrier::key).collect(Collectors.toSet());
    }

    /** An id from the name, with a number where it is taken. */
    private String free(JdbcClient db, String name) {
        String base = Texts.unaccented(name)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        if (base.isEmpty()) base = "notice";
        String id = base;
        for (int i = 2; notices.find(db, id).isPresent(); i++) id = base + "-" + i;
        return id;
    }
}
