package upbeat.herald.core.notice;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Wording;

/** Texts that follow their notice when it begins to ask, or stops asking: nobody has to mend each of them first. */
public final class QuestionWordings {
    private QuestionWordings() {}

    /** The notice with a place for the answers in each of its texts, or in none where it asks nothing. */
    public static Notice fit(Notice notice) {
        boolean asks = notice.content().question() != null;
        Map<Channel, Wording> texts = new TreeMap<>();
        notice.content().wordings().forEach((channel, wording) -> texts.put(channel, fit(channel, wording, asks)));
        List<LocalizedWording> others = notice.content().others().stream()
                .map(o -> new LocalizedWording(
                        o.channel(), o.language(), o.variant(), fit(o.channel(), o.wording(), asks)))
                .toList();
        return notice.withWordings(texts, others);
    }

    /** One that only changes parts of another has no place of its own. */
    private static Wording fit(Channel channel, Wording wording, boolean asks) {
        if (!wording.hasBody()) return asks ? wording : wording.withButtons(null);
        if (asks) return channel.isAsking(wording) ? wording : channel.withQuestion(wording);
        return (channel.isAsking(wording) ? channel.withoutQuestion(wording) : wording).withButtons(null);
    }
}
