package upbeat.herald.server.wording;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.server.brand.BrandChangeListener;

/**
 * Makes another language the default of every notice and of the tracking page. Each has to have a text in it, or
 * nothing is changed.
 */
@Component
class DefaultLanguageChange implements BrandChangeListener {
    private final WordingDocuments documents;
    private final InstantSource clock;

    DefaultLanguageChange(WordingDocuments documents, InstantSource clock) {
        this.documents = documents;
        this.clock = clock;
    }

    @Override
    public void defaultLanguageChanging(JdbcClient db, String from, String to) {
        List<String> missing = new ArrayList<>();
        for (Notice n : documents.findWritten(db))
            WordingSelection.changeBaseLanguage(n, from, to)
                    .ifPresentOrElse(r -> documents.save(db, r, clock.instant()), () -> missing.add(n.name()));
        if (!missing.isEmpty())
            throw new HeraldException(
                    "language",
                    "These notices have no text in " + Locale.forLanguageTag(to).getDisplayLanguage(Locale.ENGLISH)
                            + " yet: " + String.join(", ", missing)
                            + ". Write it in Wording first, for every channel they use");
    }
}
