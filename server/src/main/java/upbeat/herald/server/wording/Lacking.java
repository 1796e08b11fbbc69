package upbeat.herald.server.wording;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.orders.OrderRow;

/** Languages that customers speak and a notice does not. */
@Component
class Lacking {
    private final OrderPicks picks;

    Lacking(OrderPicks picks) {
        this.picks = picks;
    }

    /** @param orders how many of the last ones came in it */
    record Language(String language, int orders) {}

    List<Language> of(Notice notice, Channel channel, String base) {
        Map<String, Integer> counts = new TreeMap<>();
        for (OrderRow o : picks.fitting(notice)) {
            String wanted = CustomerLanguage.of(o.order());
            if (wanted != null)
                counts.merge(java.util.Locale.forLanguageTag(wanted).getLanguage(), 1, Integer::sum);
        }
        return counts.entrySet().stream()
                .filter(e -> !spoken(notice, channel, e.getKey(), base))
                .map(e -> new Language(e.getKey(), e.getValue()))
                .sorted(Comparator.comparing(Language::orders).reversed())
                .toList();
    }

    private static boolean spoken(Notice notice, Channel channel, String language, String base) {
        Optional<ChooseWording.Chosen> chosen =
                ChooseWording.of(notice, channel, List.of(language), Variant.EVERYONE, base);
        return chosen.map(ChooseWording.Chosen::language)
                .filter(l -> Objects.equals(java.util.Locale.forLanguageTag(l).getLanguage(), language))
                .isPresent();
    }
}
