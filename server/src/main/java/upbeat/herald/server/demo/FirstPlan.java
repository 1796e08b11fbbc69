package upbeat.herald.server.demo;

import java.time.InstantSource;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Starters;
import upbeat.herald.server.dispatch.ChatTemplates;
import upbeat.herald.server.plan.NoticeStore;
import upbeat.herald.server.storage.SettingStore;
import upbeat.herald.server.storage.Writer;

/** Puts the starters into a new installation's plan, paused; once only, so that what a team removes stays away. */
@Component
class FirstPlan implements InitializingBean {
    private final NoticeStore notices;
    private final ChatTemplates templates;
    private final SettingStore settings;
    private final Writer writer;
    private final InstantSource clock;

    FirstPlan(NoticeStore notices, ChatTemplates templates, SettingStore settings, Writer writer, InstantSource clock) {
        this.notices = notices;
        this.templates = templates;
        this.settings = settings;
        this.writer = writer;
        this.clock = clock;
    }

    @Override
    public void afterPropertiesSet() {
        writer.write(db -> {
            if (settings.find(db, "plan.started").isEmpty()) {
                Starters.plan().forEach(n -> {
                    notices.put(db, n, clock.instant());
                    templates.bring(db, n, "en", clock.instant());
                });
                settings.put(db, "plan.started", clock.instant().toString());
            }
            return null;
        });
    }
}
