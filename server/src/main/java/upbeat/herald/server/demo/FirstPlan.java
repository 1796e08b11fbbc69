package upbeat.herald.server.demo;

import java.time.InstantSource;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.stereotype.Component;
import upbeat.herald.server.plan.NoticeStore;
import upbeat.herald.server.storage.SettingStore;
import upbeat.herald.server.storage.Writer;

/** Puts the starters into a new installation's plan, paused; once only, so that what a team removes stays away. */
@Component
class FirstPlan implements InitializingBean {
    private final NoticeStore notices;
    private final SettingStore settings;
    private final Writer writer;
    private final InstantSource clock;

    FirstPlan(NoticeStore notices, SettingStore settings, Writer writer, InstantSource clock) {
        this.notices = notices;
        this.settings = settings;
        this.writer = writer;
        this.clock = clock;
    }

    @Override
    public void afterPropertiesSet() {
        writer.write(db -> {
            if (settings.find(db, "plan.started").isEmpty()) {
                Starters.all().forEach(n -> notices.put(db, n, clock.instant()));
                settings.put(db, "plan.started", clock.instant().toString());
            }
            return null;
        });
    }
}
