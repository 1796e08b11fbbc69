package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.Locale;
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
import upbeat.herald.server.notice.PlanService.NoticeView;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;

/** One notice made, changed, switched and removed. */
@Service
class NoticeService {
    private final NoticeRepository notices;
    private final CarrierRepository carriers;
    private final BrandRepository brands;
    private final ChannelRegistry channels;
    private final SignallingWriter writer;
    private final PlanService plan;

    NoticeService(
            NoticeRepository notices,
            CarrierRepository carriers,
            BrandRepository brands,
            ChannelRegistry channels,
            SignallingWriter writer,
            PlanService plan) {
        this.notices = notices;
        this.carriers = carriers;
        this.brands = brands;
        this.channels = channels;
        this.writer = writer;
        this.plan = plan;
    }

    NoticeView create(NoticeBody body) {
        return kept(writer.write((db, now) -> {
            Notice checked = fit(db, body.toNotice("new", null, brands.baseLanguage(db), known(db), true));
            return put(db, checked.withId(free(db, checked.name())), now);
        }));
    }

    NoticeView save(String id, IfMatch match, NoticeBody body) {
        return kept(writer.write((db, now) -> {
            Notice before = notices.find(db, id).orElseThrow(() -> new NotFoundException("There is no notice " + id));
            NoticeBody current = NoticeBody.of(before).withoutWordings();
            match.check(current.version(), current);
            return put(db, fit(db, body.toNotice(id, before, brands.baseLanguage(db), known(db), true)), now);
        }));
    }

    private Notice put(JdbcClient db, Notice notice, Instant now) {
        notices.save(db, notice, now);
        channels.submitWordings(db, notice, brands.baseLanguage(db), now);
        return notice;
    }

    private NoticeView kept(Notice notice) {
        channels.wordingsSubmitted();
        return plan.view(notice);
    }

    void delete(String id) {
        writer.write((db, now) -> {
            notices.delete(db, id);
            return null;
        });
    }

    /** @throws HeraldException where the notice is to be live and a channel is not ready for that */
    private Notice fit(JdbcClient db, Notice notice) {
        if (notice.state() == Notice.State.LIVE)
            channels.findGoLiveObstacle(db, notice).ifPresent(obstacle -> {
                throw new HeraldException("state", obstacle);
            });
        return notice;
    }

    private Set<String> known(JdbcClient db) {
        return carriers.findAll(db).stream().map(Carrier::key).collect(Collectors.toSet());
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
