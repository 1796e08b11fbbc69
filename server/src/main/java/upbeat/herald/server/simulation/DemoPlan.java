package upbeat.herald.server.simulation;

import java.time.InstantSource;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.StarterPlan;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.ContentApproval;
import upbeat.herald.server.delivery.chat.ChatTemplateRepository;
import upbeat.herald.server.notice.NoticeRepository;

/** The demo's notices, live, with chat templates that the network approved when the shop began. */
@Component
@ConditionalOnProperty("herald.demo")
class DemoPlan {
    private final NoticeRepository notices;
    private final ChannelRegistry channels;
    private final ChatTemplateRepository templates;
    private final InstantSource clock;

    DemoPlan(
            NoticeRepository notices, ChannelRegistry channels, ChatTemplateRepository templates, InstantSource clock) {
        this.notices = notices;
        this.channels = channels;
        this.templates = templates;
        this.clock = clock;
    }

    void insert(JdbcClient db, String language) {
        StarterPlan.USUAL.list(language).forEach(n -> {
            notices.save(db, n.withState(Notice.State.LIVE), clock.instant());
            channels.submitWordings(db, n, language, clock.instant());
        });
        templates
                .findByStatus(db, ContentApproval.Status.SUBMITTED)
                .forEach(t ->
                        templates.updateStatus(db, t.name(), ContentApproval.Status.APPROVED, null, clock.instant()));
    }
}
