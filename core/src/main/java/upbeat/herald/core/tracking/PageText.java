package upbeat.herald.core.tracking;

import java.util.List;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.MessageSubject;

/**
 * What a brand put on its tracking page.
 *
 * @param subject the order that its fields are about, in the language of its words
 */
public record PageText(List<Block> blocks, MessageSubject subject) {
    public PageText {
        blocks = List.copyOf(blocks);
    }

    /** Addresses of its pictures; the page shows each under its place in this list. */
    public List<String> pictures() {
        return PageBlocks.listPictures(blocks);
    }
}
