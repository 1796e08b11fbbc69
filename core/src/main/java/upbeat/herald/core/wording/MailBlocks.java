package upbeat.herald.core.wording;

import java.util.ArrayList;
import java.util.List;
import upbeat.herald.core.Texts;
import upbeat.herald.core.plan.Block;
import upbeat.herald.core.plan.Wording;

/**
 * The blocks of an e-mail's wording, also where it is written in the short form: paragraphs parted by blank lines,
 * whole blocks as {@code {{block.items}}}.
 */
public final class MailBlocks {
    private MailBlocks() {}

    public static List<Block> of(Wording wording) {
        if (wording.blocks() != null) return wording.blocks();
        List<Block> blocks = new ArrayList<>();
        if (Texts.blank(wording.text())) return blocks;
        StringBuilder words = new StringBuilder();
        for (String paragraph : CheckWording.paragraphs(wording.text())) {
            String name = paragraph.strip().replaceAll("^\\{\\{|}}$", "");
            String kind = Fields.isBlock(name) ? name.substring(Fields.BLOCK.length()) : null;
            if (kind == null) {
                words.append(RichText.ofPlain(paragraph));
                continue;
            }
            if (!words.isEmpty()) blocks.add(Block.text(words.toString()));
            words.setLength(0);
            blocks.add(Block.of(kind));
        }
        if (!words.isEmpty()) blocks.add(Block.text(words.toString()));
        return blocks;
    }

    /** Every block, those in columns too. */
    static List<Block> flat(List<Block> blocks) {
        List<Block> all = new ArrayList<>();
        for (Block b : blocks) {
            all.add(b);
            if (b.columns() != null) b.columns().forEach(c -> all.addAll(flat(c)));
        }
        return all;
    }
}
