package upbeat.herald.server.wording;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.notice.PlanCheck;
import upbeat.herald.server.notice.PlanFinding;

/** Languages of recent customers that a notice has no text in. */
@Component
class MissingLanguageCheck implements PlanCheck {
    private final MissingLanguages missing;
    private final BrandRepository brands;

    MissingLanguageCheck(MissingLanguages missing, BrandRepository brands) {
        this.missing = missing;
        this.brands = brands;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        String base = brands.baseLanguage(db);
        List<PlanFinding> found = new ArrayList<>();
        for (Notice n : speaking)
            for (Channel channel : n.routing().channels())
                for (MissingLanguages.Language l : missing.find(n, channel, base))
                    found.add(new PlanFinding(
                            PlanFinding.Kind.MISSING_LANGUAGE,
                            n.id(),
                            channel.code(),
                            Locale.forLanguageTag(l.language()).getDisplayLanguage(Locale.ENGLISH) + " is missing for "
                                    + channel.label() + " (" + l.orders() + " recent "
                                    + (l.orders() == 1 ? "order" : "orders") + ")",
                            l.orders()));
        return found;
    }
}
