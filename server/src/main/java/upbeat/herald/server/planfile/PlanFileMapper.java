package upbeat.herald.server.planfile;

import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.notice.NoticeBody;
import upbeat.herald.server.platform.web.ValidationException;

/** Notices to a file, and back to what they would be here. */
@Component
class PlanFileMapper {
    private final BrandRepository brands;
    private final CarrierRepository carriers;

    PlanFileMapper(BrandRepository brands, CarrierRepository carriers) {
        this.brands = brands;
        this.carriers = carriers;
    }

    PlanFile toFile(JdbcClient db, List<Notice> notices) {
        return new PlanFile(
                PlanFile.FORMAT,
                PlanFile.VERSION,
                brands.baseLanguage(db),
                notices.stream()
                        .map(n -> new PlanFile.NamedNotice(n.id(), NoticeBody.of(n)))
                        .toList());
    }

    /**
     * What is new comes as a draft, and what is here keeps its state, whatever the file says: no file sets a notice
     * live.
     *
     * @param language of the file's words for everyone
     * @param before the notice of that id as it stands, or null
     * @throws ValidationException naming what can't be used here
     * @throws HeraldException where it has no text in the default language here
     */
    Notice toNotice(JdbcClient db, String language, PlanFile.NamedNotice named, @Nullable Notice before) {
        String base = brands.baseLanguage(db);
        Notice there = named.notice().toNotice(named.id(), null, language, carriers.findKeys(db), true);
        Notice here = WordingSelection.changeBaseLanguage(there, language, base)
                .orElseThrow(() -> new HeraldException(
                        null,
                        "It has no text in " + Locale.forLanguageTag(base).getDisplayLanguage(Locale.ENGLISH)
                                + ", the default language here"));
        return here.withState(before == null ? Notice.State.DRAFT : before.state());
    }
}
