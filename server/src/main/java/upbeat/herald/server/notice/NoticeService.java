package upbeat.herald.server.notice;

import java.time.Instant;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.TeamAddressRepository;
import upbeat.herald.server.notice.PlanService.NoticeView;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;

/** One notice made, changed, switched and removed. */
@Service
public class NoticeService {
    private final NoticeRepository notices;
    private final PlanContextLoader contexts;
    private final BrandRepository brands;
    private final ChannelRegistry channels;
    private final SignallingWriter writer;
    private final PlanService plan;
    private final NoticeVersionRepository versions;
    private final TeamAddressRepository teamAddresses;

    NoticeService(
            NoticeRepository notices,
            PlanContextLoader contexts,
            BrandRepository brands,
            ChannelRegistry channels,
            SignallingWriter writer,
            PlanService plan,
            NoticeVersionRepository versions,
            TeamAddressRepository teamAddresses) {
        this.notices = notices;
        this.contexts = contexts;
        this.brands = brands;
        this.channels = channels;
        this.writer = writer;
        this.plan = plan;
        this.versions = versions;
        this.teamAddresses = teamAddresses;
    }

    /** @param who makes it */
    NoticeView create(NoticeBody body, String who) {
        return kept(writer.write((db, now) -> {
            Notice checked = fit(db, body.toNotice("new", null, contexts.load(db), true));
            return put(db, checked.withId(free(db, checked.name())), now, who);
        }));
    }

    NoticeView save(String id, IfMatch match, NoticeBody body, String who) {
        return kept(writer.write((db, now) -> {
            Notice before = notices.find(db, id).orElseThrow(() -> new NotFoundException("There is no notice " + id));
            NoticeBody current = NoticeBody.of(before).withoutWordings();
            match.check(current.version(), current);
            Notice after = fit(db, body.toNotice(id, before, contexts.load(db), true));
            return replace(db, before, after, now, who);
        }));
    }

    /**
     * One notice in the place of another, texts and all. Within the caller's transaction; the caller calls
     * {@link #notifyPut} after its commit.
     *
     * @param before null where there was none
     * @throws HeraldException where it is to speak and a channel, or the team, is not ready for that
     */
    public Notice putChecked(JdbcClient db, @Nullable Notice before, Notice after, Instant now, String who) {
        fit(db, after);
        return before == null ? put(db, after, now, who) : replace(db, before, after, now, who);
    }

    private Notice replace(JdbcClient db, Notice before, Notice after, Instant now, String who) {
        // What came with the product, or before versions were kept, is a version too.
        if (!versions.hasAny(db, before.id())) versions.insert(db, before.id(), before, now, "");
        return put(db, after, now, who);
    }

    /** Within the caller's transaction; the caller calls {@link #notifyPut} after its commit. */
    Notice put(JdbcClient db, Notice notice, Instant now, String who) {
        notices.save(db, notice, now);
        versions.insert(db, notice.id(), notice, now, who);
        channels.submitWordings(db, notice, brands.baseLanguage(db), now);
        return notice;
    }

    private NoticeView kept(Notice notice) {
        notifyPut();
        return plan.view(notice);
    }

    /** Texts that need approval may be waiting now. */
    public void notifyPut() {
        channels.wordingsSubmitted();
    }

    void delete(String id, String who) {
        writer.write((db, now) -> {
            notices.delete(db, id);
            versions.insert(db, id, null, now, who);
            return null;
        });
    }

    /** @throws HeraldException where the notice is to speak and a channel, or the team, is not ready for that */
    private Notice fit(JdbcClient db, Notice notice) {
        if (notice.state() == Notice.State.TRIAL
                && notice.routing().channels().stream().noneMatch(teamAddresses.findAll(db)::containsKey))
            throw new HeraldException(
                    "state",
                    "A trial sends to your team. Enter the team's own address for "
                            + notice.routing().channels().stream()
                                    .map(Channel::label)
                                    .collect(Collectors.joining(" or "))
                            + " in Setup, Team");
        if (notice.state().isSpeaking())
            channels.findGoLiveObstacle(db, notice).ifPresent(obstacle -> {
                throw new HeraldException("state", obstacle);
            });
        return notice;
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
