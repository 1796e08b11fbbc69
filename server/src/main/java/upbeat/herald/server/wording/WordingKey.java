package upbeat.herald.server.wording;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.OtherWording;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.plan.Wording;

/** Which wording: of a notice, over a channel, in a language, for a variant. */
record WordingKey(String notice, Channel channel, String language, Variant variant) {

    /** True for the one that everything else inherits from. */
    boolean base(String brandLanguage) {
        return variant.everyone() && language.equalsIgnoreCase(brandLanguage);
    }

    /** What stands at this key itself, without what it inherits. */
    Optional<Wording> own(Notice n, String brandLanguage) {
        return ChooseWording.all(n, channel, brandLanguage).stream()
                .filter(o ->
                        o.language().equalsIgnoreCase(language) && o.variant().equals(variant))
                .map(OtherWording::wording)
                .findFirst();
    }

    /** The notice with another wording here, or with none. */
    Notice put(Notice n, Wording wording, String brandLanguage) {
        Map<Channel, Wording> base = new EnumMap<>(Channel.class);
        base.putAll(n.wordings());
        List<OtherWording> others = new ArrayList<>(n.others());
        if (base(brandLanguage)) {
            if (wording == null) base.remove(channel);
            else base.put(channel, wording);
        } else {
            others.removeIf(o -> o.channel() == channel
                    && o.language().equalsIgnoreCase(language)
                    && o.variant().equals(variant));
            if (wording != null) others.add(new OtherWording(channel, language, variant, wording));
        }
        return n.saying(base, others);
    }
}
