package upbeat.herald.server.order;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.stereotype.Component;
import upbeat.herald.core.journey.SearchTerms;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.persistence.SettingRepository;

/** Builds the word index anew at a start where its words changed. */
@Component
class SearchIndexRebuild implements InitializingBean {
    private static final Logger LOG = LoggerFactory.getLogger(SearchIndexRebuild.class);
    private static final String SETTING = "search.words";
    private static final int TOGETHER = 2_000;

    private final SearchIndexRepository index;
    private final SettingRepository settings;
    private final DatabaseWriter writer;

    SearchIndexRebuild(SearchIndexRepository index, SettingRepository settings, DatabaseWriter writer) {
        this.index = index;
        this.settings = settings;
        this.writer = writer;
    }

    @Override
    public void afterPropertiesSet() {
        boolean current = writer.write(db ->
                settings.find(db, SETTING).filter(SearchTerms.VERSION::equals).isPresent());
        if (!current) rebuild();
    }

    private void rebuild() {
        LOG.info("Building the search index");
        writer.write(db -> {
            index.deleteAll(db);
            return null;
        });
        long before = -1;
        long done = 0;
        while (done != before) {
            before = done;
            long from = done;
            done = writer.write(db -> index.indexNext(db, from, TOGETHER));
        }
        writer.write(db -> {
            settings.put(db, SETTING, SearchTerms.VERSION);
            return null;
        });
    }
}
