package upbeat.herald.server.notice;

import java.time.InstantSource;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.StarterNotices;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.persistence.SettingRepository;

/** Puts the starters into a new installation's plan, paused; once only, so that what a team removes stays away. */
@Component
public class StarterPlan implements InitializingBean {
    private final NoticeRepository notices;
    private final ChannelRegistry channels;
    private final SettingRepository settings;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    StarterPlan(
            NoticeRepository notices,
            ChannelRegistry channels,
            SettingRepository settings,
            DatabaseWriter writer,
            InstantSource clock) {
        this.notices = notices;
        this.channels = channels;
        this.settings = settings;
        this.writer = writer;
        this.clock = clock;
    }

    @Override
    public void afterPropertiesSet() {
        writer.write(db -> {
            if (settings.find(db, "plan.started").isEmpty()) {
                StarterNotices.list().forEach(n -> {
                    notices.save(db, n, clock.instant());
                    channels.submitWordings(db, n, "en", clock.instant());
                });
                settings.put(db, "plan.started", clock.instant().toString());
            }
            return null;
        });
    }
}
