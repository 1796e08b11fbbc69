package upbeat.herald.server.wording;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;

/** Which wording: of a notice, over a channel, in a language, for a variant. */
record WordingKey(String notice, Channel channel, String language, Variant variant) {

    /** True for the one that everything else inherits from. */
    boolean isBase(String brandLanguage) {
        return variant.everyone() && language.equalsIgnoreCase(brandLanguage);
    }

    /** What stands at this key itself, without what it inherits. */
    Optional<Wording> findOwn(Notice n, String brandLanguage) {
        return WordingSelection.listAll(n, channel, brandLanguage).stream()
                .filter(o ->
                        o.language().equalsIgnoreCase(language) && o.variant().equals(variant))
                .map(LocalizedWording::wording)
                .findFirst();
    }

    /** The notice with another wording here, or with none. */
    Notice put(Notice n, @Nullable Wording wording, String brandLanguage) {
        Map<Channel, Wording> base = new TreeMap<>();
        base.putAll(n.content().wordings());
        List<LocalizedWording> others = new ArrayList<>(n.content().others());
        if (isBase(brandLanguage)) {
            if (wording == null) base.remove(channel);
            else base.put(channel, wording);
        } else {
            others.removeIf(o -> o.channel().equals(channel)
                    && o.language().equalsIgnoreCase(language)
                    && o.variant().equals(variant));
            if (wording != null) others.add(new LocalizedWording(channel, language, variant, wording));
        }
        return n.withWordings(base, others);
    }
}
