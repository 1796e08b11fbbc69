package upbeat.herald.server.wording;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.PageDocument;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.server.order.OrderRow;

/** Languages of customers that a notice has no text in. */
@Component
class MissingLanguages {
    private final PreviewOrders previewOrders;

    MissingLanguages(PreviewOrders previewOrders) {
        this.previewOrders = previewOrders;
    }

    /** @param orders how many of the last ones came in it */
    record Language(String language, int orders) {}

    List<Language> find(Notice notice, Channel channel, String base) {
        if (PageDocument.isWordless(notice)) return List.of();
        Map<String, Integer> counts = new TreeMap<>();
        for (OrderRow o : previewOrders.findMatching(notice)) {
            String wanted = CustomerLanguage.languageOf(o.order());
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
        Optional<WordingSelection.Chosen> chosen =
                WordingSelection.select(notice, channel, List.of(language), Variant.EVERYONE, base);
        return chosen.map(WordingSelection.Chosen::language)
                .filter(l -> Objects.equals(java.util.Locale.forLanguageTag(l).getLanguage(), language))
                .isPresent();
    }
}
