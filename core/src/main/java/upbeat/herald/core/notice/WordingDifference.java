package upbeat.herald.core.notice;

import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;

/** Which texts of a notice are other ones than before. */
public final class WordingDifference {
    private WordingDifference() {}

    /** A text's place: what stands there itself, without what it inherits. */
    private record Place(Channel channel, String language, Variant variant) {}

    /**
     * One text that differs.
     *
     * @param language BCP 47
     * @param before null where there was none, {@code after} where there is none any more
     */
    public record Change(
            Channel channel,
            String language,
            Variant variant,
            @Nullable Wording before,
            @Nullable Wording after) {}

    /**
     * By channel and language, those for everyone first.
     *
     * @param before null where the notice is new
     * @param base language of the words for everyone
     */
    public static List<Change> list(@Nullable Notice before, Notice after, String base) {
        Map<Place, Wording> was = before == null ? Map.of() : texts(before, base);
        Map<Place, Wording> is = texts(after, base);
        Set<Place> places = new LinkedHashSet<>(was.keySet());
        places.addAll(is.keySet());
        return places.stream()
                .filter(p -> !Objects.equals(was.get(p), is.get(p)))
                .map(p -> new Change(p.channel(), p.language(), p.variant(), was.get(p), is.get(p)))
                .sorted(Comparator.comparing(Change::channel)
                        .thenComparing(Change::language)
                        .thenComparing(Change::variant, Variant.MOST_SPECIAL.reversed()))
                .toList();
    }

    private static Map<Place, Wording> texts(Notice notice, String base) {
        Map<Place, Wording> texts = new HashMap<>();
        Stream.concat(
                        notice.content().wordings().keySet().stream(),
                        notice.content().others().stream().map(LocalizedWording::channel))
                .distinct()
                .flatMap(channel -> WordingSelection.listAll(notice, channel, base).stream())
                .forEach(w -> texts.putIfAbsent(new Place(w.channel(), w.language(), w.variant()), w.wording()));
        return texts;
    }
}
