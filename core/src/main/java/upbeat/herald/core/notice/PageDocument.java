package upbeat.herald.core.notice;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.email.EmailChannel;

/**
 * The texts of the tracking page, in the form of a notice's: so that they have the same blocks, languages, versions and
 * history. It is none of the plan's notices.
 */
public final class PageDocument {
    public static final String ID = "tracking-page";
    /** The channel whose blocks the page is made of. */
    public static final Channel BLOCKS = EmailChannel.EMAIL;

    private static final String NAME = "Tracking page";

    private PageDocument() {}

    /** The page as it is while nobody wrote anything on it. */
    public static Wording starter() {
        return Wording.ofBlocks(
                null,
                null,
                List.of(Block.of("question"), Block.of("parcels"), Block.of("returns"), Block.of("help")),
                null);
    }

    /** True for the page that nobody wrote words on: it speaks every language by itself. */
    public static boolean isWordless(Notice notice) {
        return notice.isPage() && starter().equals(notice.content().wordings().get(BLOCKS));
    }

    public static Notice create(Map<Channel, Wording> wordings, List<LocalizedWording> others) {
        return new Notice(
                ID,
                NAME,
                Notice.State.LIVE,
                Audience.EVERYONE,
                new Notice.Timing(Stage.ORDERED, Duration.ZERO, null, Notice.Per.ORDER, Notice.DEFAULT_AGE_LIMIT),
                new Notice.Routing(List.of(BLOCKS), Notice.ChannelRule.ALL),
                new Notice.Content(null, wordings, others));
    }
}
