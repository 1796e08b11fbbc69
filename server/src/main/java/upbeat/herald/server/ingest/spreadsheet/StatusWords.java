package upbeat.herald.server.ingest.spreadsheet;

import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.exchange.SheetColumn;
import upbeat.herald.core.exchange.SheetRow;
import upbeat.herald.core.journey.Stage;

/**
 * What the words of a status column mean: the stages' own, those that sheets usually have, and those whose meaning a
 * person gave.
 *
 * @param taught small words; empty for one that means nothing
 */
record StatusWords(Map<String, Optional<Stage>> taught) {
    /** Words for stages that sheets use besides the stages' own (common practice, no source). */
    private static final Map<String, Stage> USUAL = Map.of(
            "shipped",
            Stage.DISPATCHED,
            "sent",
            Stage.DISPATCHED,
            "fulfilled",
            Stage.DISPATCHED,
            "label printed",
            Stage.PACKED,
            "new",
            Stage.ORDERED,
            "open",
            Stage.ORDERED,
            "canceled",
            Stage.CANCELLED);

    /** Far more than there are stages; a column with more words is no status. */
    private static final int MOST = 50;

    /**
     * A word that isn't a stage's own.
     *
     * @param word as the file first writes it; {@code rows} with it
     * @param stage what it means, or null
     * @param ignored true where it means nothing, as a person said
     */
    record StatusWord(String word, int rows, @Nullable String stage, boolean ignored) {}

    static String normalize(String word) {
        return word.strip().toLowerCase(Locale.ROOT);
    }

    /** @return empty where it means nothing; null where nobody knows */
    private @Nullable Optional<Stage> find(String word) {
        Optional<Stage> own = own(word);
        return own.isPresent() ? own : taught.get(normalize(word));
    }

    private static Optional<Stage> own(String word) {
        return Stage.fromCode(word).or(() -> Optional.ofNullable(USUAL.get(normalize(word))));
    }

    /** The stage a row says. @throws HeraldException where nobody knows what its word means */
    @Nullable Stage read(SheetRow row) {
        String word = row.get(SheetColumn.STATUS);
        if (word == null) return null;
        Optional<Stage> stage = find(word);
        if (stage == null)
            throw new HeraldException("status", "\"" + word + "\" isn't a stage. Choose above what it means");
        return stage.orElse(null);
    }

    /** The words of a file that aren't a stage's own, most frequent first. */
    List<StatusWord> findIn(Collection<SheetRow> rows) {
        Map<String, String> written = new HashMap<>();
        Map<String, Integer> counts = new HashMap<>();
        for (SheetRow row : rows) {
            String word = row.get(SheetColumn.STATUS);
            if (word == null || own(word).isPresent()) continue;
            written.putIfAbsent(normalize(word), word.strip());
            counts.merge(normalize(word), 1, Integer::sum);
        }
        return counts.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue(Comparator.reverseOrder())
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(MOST)
                .map(e -> word(written.getOrDefault(e.getKey(), e.getKey()), e.getValue(), taught.get(e.getKey())))
                .toList();
    }

    private static StatusWord word(String word, int rows, @Nullable Optional<Stage> meaning) {
        return new StatusWord(
                word,
                rows,
                meaning == null ? null : meaning.map(Stage::code).orElse(null),
                meaning != null && meaning.isEmpty());
    }
}
