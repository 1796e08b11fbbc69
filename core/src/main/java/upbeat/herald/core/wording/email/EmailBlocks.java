package upbeat.herald.core.wording.email;

import java.util.ArrayList;
import java.util.List;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.RichText;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.template.RawText;

/**
 * The blocks of an e-mail's wording, also where it is written in the short form: paragraphs parted by blank lines,
 * whole blocks as {@code {{block.items}}}.
 */
public final class EmailBlocks {
    private EmailBlocks() {}

    public static List<Block> toBlocks(Wording wording) {
        if (wording.email().blocks() != null) return wording.email().blocks();
        List<Block> blocks = new ArrayList<>();
        if (Texts.isBlank(wording.text())) return blocks;
        StringBuilder words = new StringBuilder();
        for (String paragraph : RawText.paragraphs(wording.text())) {
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
    public static List<Block> flatten(List<Block> blocks) {
        List<Block> all = new ArrayList<>();
        for (Block b : blocks) {
            all.add(b);
            if (b.columns() != null) b.columns().forEach(c -> all.addAll(flatten(c)));
        }
        return all;
    }
}
