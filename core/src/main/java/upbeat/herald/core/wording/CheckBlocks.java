package upbeat.herald.core.wording;

import java.util.List;
import upbeat.herald.core.Texts;
import upbeat.herald.core.plan.Block;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Notice;

/** Finds what is wrong with the blocks of an e-mail before they are saved. */
final class CheckBlocks {
    private static final int MOST = 200;
    private static final int LONGEST = 100_000;

    private CheckBlocks() {}

    static void of(Notice notice, List<Block> blocks, List<WordingFault> faults) {
        if (blocks.isEmpty()) faults.add(new WordingFault(1, 1, "The e-mail has no blocks yet", "blocks"));
        List<Block> flat = MailBlocks.flat(blocks);
        if (flat.size() > MOST
                || flat.stream()
                                .mapToInt(b -> b.text() == null ? 0 : b.text().length())
                                .sum()
                        > LONGEST) {
            faults.add(new WordingFault(
                    1, 1, "An e-mail has up to " + MOST + " blocks and " + LONGEST + " characters", "blocks"));
            return;
        }
        for (int i = 0; i < blocks.size(); i++) one(notice, blocks.get(i), "blocks[" + i + "]", false, faults);
        boolean asks = flat.stream()
                .anyMatch(b -> "question".equals(b.kind())
                        || b.text() != null && b.text().contains("answer.link")
                        || b.href() != null && b.href().contains("answer.link"));
        if (notice.question() != null && !asks)
            faults.add(
                    new WordingFault(1, 1, "The notice asks a question: put in the block with its buttons", "blocks"));
    }

    private static void one(Notice notice, Block b, String part, boolean inColumn, List<WordingFault> faults) {
        Block.Kind kind = Block.Kind.of(b.kind());
        if (kind == null) {
            faults.add(new WordingFault(1, 1, "There is no block \"" + b.kind() + "\"", part));
            return;
        }
        if (b.when() != null && Condition.of(b.when()) == null)
            faults.add(new WordingFault(1, 1, "There is no condition \"" + b.when() + "\"", part));
        switch (kind) {
            case HEADING, TEXT, DELAY, HTML -> {
                if (Texts.blank(b.text()))
                    faults.add(new WordingFault(1, 1, "This block is empty. Write something, or remove it", part));
                else fields(b.text(), part, notice, faults);
            }
            case PARCEL -> {
                if (notice.stage().ofOrder())
                    faults.add(new WordingFault(
                            1,
                            1,
                            "There is no parcel yet when an order is "
                                    + notice.stage().words(),
                            part));
            }
            case QUESTION -> {
                if (notice.question() == null)
                    faults.add(new WordingFault(1, 1, "The notice asks nothing, so it has no buttons", part));
            }
            case BUTTON -> {
                if (Texts.blank(b.label())) faults.add(new WordingFault(1, 1, "The button says nothing", part));
                else fields(b.label(), part, notice, faults);
                address(b.href(), part, notice, faults);
            }
            case PICTURE -> {
                picture(b.src(), part, faults);
                if (!Texts.blank(b.href())) address(b.href(), part, notice, faults);
                if (b.width() != null && (b.width() < 1 || b.width() > 600))
                    faults.add(new WordingFault(1, 1, "A picture is 1 to 600 pixels wide", part));
            }
            case SPACE -> {
                if (b.height() != null && (b.height() < 4 || b.height() > 96))
                    faults.add(new WordingFault(1, 1, "A space is 4 to 96 pixels high", part));
            }
            case COLUMNS -> columns(notice, b, part, inColumn, faults);
            case RECOMMENDED -> recommended(notice, b, part, faults);
            default -> {}
        }
    }

    private static void columns(Notice notice, Block b, String part, boolean inColumn, List<WordingFault> faults) {
        if (inColumn) faults.add(new WordingFault(1, 1, "Columns don't go into columns", part));
        else if (b.columns() == null || b.columns().size() < 2 || b.columns().size() > 3)
            faults.add(new WordingFault(1, 1, "There are two or three columns", part));
        else for (List<Block> column : b.columns()) for (Block inner : column) one(notice, inner, part, true, faults);
    }

    private static void recommended(Notice notice, Block b, String part, List<WordingFault> faults) {
        if (b.items() == null || b.items().isEmpty() || b.items().size() > 3) {
            faults.add(new WordingFault(1, 1, "Recommend one to three items", part));
            return;
        }
        for (Block.Recommended r : b.items()) {
            if (Texts.blank(r.name())) faults.add(new WordingFault(1, 1, "A recommended item has a name", part));
            address(r.href(), part, notice, faults);
            if (!Texts.blank(r.src())) picture(r.src(), part, faults);
        }
    }

    private static void picture(String src, String part, List<WordingFault> faults) {
        if (src == null || !src.matches("https?://\\S+"))
            faults.add(
                    new WordingFault(1, 1, "A picture has an address that begins with https://, or is uploaded", part));
    }

    private static void address(String href, String part, Notice notice, List<WordingFault> faults) {
        if (!RichText.isAddress(href))
            faults.add(new WordingFault(
                    1,
                    1,
                    "\"" + (href == null ? "" : href)
                            + "\" is no address a link can open. Write https://..., mailto:..., tel:..., or {{parcel.trackingLink}}",
                    part));
        else fields(href, part, notice, faults);
    }

    private static void fields(String text, String part, Notice notice, List<WordingFault> faults) {
        CheckWording.check(text, part, notice, Channel.EMAIL, true, faults);
    }
}
