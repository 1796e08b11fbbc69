package upbeat.herald.server.wording;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.MessageSubject;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.template.FieldValues;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.notice.PlanCheck;
import upbeat.herald.server.notice.PlanFinding;

/**
 * Texts about a parcel that is on its way which give no way to follow it: found by writing them about a sample order.
 */
@Component
class LinkMissingCheck implements PlanCheck {
    private static final Set<Stage> ON_ITS_WAY = EnumSet.of(
            Stage.DISPATCHED,
            Stage.IN_TRANSIT,
            Stage.OUT_FOR_DELIVERY,
            Stage.ATTEMPTED,
            Stage.READY_FOR_COLLECTION,
            Stage.DELAYED);

    private final SampleSubjects samples;
    private final BrandRepository brands;

    LinkMissingCheck(SampleSubjects samples, BrandRepository brands) {
        this.samples = samples;
        this.brands = brands;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        List<PlanFinding> found = new ArrayList<>();
        String base = brands.baseLanguage(db);
        for (Notice n : speaking) {
            if (!ON_ITS_WAY.contains(n.timing().stage())) continue;
            for (Channel channel : n.routing().channels()) {
                List<String> languages = WordingSelection.listAll(n, channel, base).stream()
                        .filter(w -> w.variant().everyone() && !isFollowed(db, n, w))
                        .map(LocalizedWording::language)
                        .toList();
                if (!languages.isEmpty()) found.add(describe(n, channel, languages));
            }
        }
        return found;
    }

    /** True where the text leads to where the parcel can be followed, or can't be written at all. */
    private boolean isFollowed(JdbcClient db, Notice notice, LocalizedWording text) {
        MessageSubject subject = samples.find(null, Variant.EVERYONE)
                .map(s -> samples.subjectOf(notice, s, Variant.EVERYONE, brands.get(db), text.language()))
                .orElseThrow();
        try {
            Rendered written = text.channel().render(text.wording(), subject);
            String whole = written.text() + " " + written.html() + " " + written.details();
            Map<String, String> values = FieldValues.findTexts(subject);
            return Stream.of("parcel.trackingLink", "parcel.shortLink", "order.trackingPage")
                    .flatMap(field -> Optional.ofNullable(values.get(field)).stream())
                    .anyMatch(link -> whole.contains(link) || whole.contains(link.replace("&", "&amp;")));
        } catch (HeraldException e) {
            return true;
        }
    }

    private static PlanFinding describe(Notice notice, Channel channel, List<String> languages) {
        List<String> names = languages.stream()
                .map(l -> Locale.forLanguageTag(l).getDisplayLanguage(Locale.ENGLISH))
                .toList();
        return new PlanFinding(
                PlanFinding.Kind.NO_LINK,
                notice.id(),
                channel.code(),
                "The text for " + channel.label() + " has no link to follow the parcel (" + String.join(", ", names)
                        + ")",
                languages.size());
    }
}
