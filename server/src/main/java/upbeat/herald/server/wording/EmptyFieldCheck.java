package upbeat.herald.server.wording;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.notice.PlanCheck;
import upbeat.herald.server.notice.PlanFinding;
import upbeat.herald.server.platform.persistence.Json;

/** Fields that a text shows without other words to fall back on, and that recent orders often lack. */
@Component
class EmptyFieldCheck implements PlanCheck {
    private final FieldUsage usage;
    private final BrandRepository brands;

    EmptyFieldCheck(FieldUsage usage, BrandRepository brands) {
        this.usage = usage;
        this.brands = brands;
    }

    @Override
    public List<PlanFinding> findAll(JdbcClient db, List<Notice> speaking, Instant now) {
        String base = brands.baseLanguage(db);
        List<PlanFinding> found = new ArrayList<>();
        for (Notice n : speaking) {
            List<FieldUsage.Use> lacking =
                    usage.count(n).stream().filter(u -> u.empty() > 0).toList();
            for (Channel channel : n.routing().channels()) {
                String texts = Json.write(WordingSelection.listAll(n, channel, base).stream()
                        .map(LocalizedWording::wording)
                        .toList());
                for (FieldUsage.Use u : lacking)
                    if (texts.contains("{{" + u.name() + "}}"))
                        found.add(new PlanFinding(
                                PlanFinding.Kind.EMPTY_FIELD,
                                n.id(),
                                channel.code(),
                                u.meaning() + " is empty in " + u.empty() + " of the last " + u.of() + " orders; the "
                                        + channel.label() + " isn't sent then",
                                u.empty()));
            }
        }
        return found;
    }
}
