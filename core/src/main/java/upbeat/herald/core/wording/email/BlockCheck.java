package upbeat.herald.core.wording.email;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.BlockCondition;
import upbeat.herald.core.wording.RichText;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingPurpose;
import upbeat.herald.core.wording.template.TemplateCheck;

/** Finds what is wrong with the blocks of an e-mail before they are saved. */
final class BlockCheck {
    private static final int MOST = 200;
    private static final int LONGEST = 100_000;

    private BlockCheck() {}

    static void findErrors(WordingPurpose purpose, List<Block> blocks, List<WordingError> errors) {
        if (blocks.isEmpty()) errors.add(new WordingError(1, 1, "There are no blocks yet. Add one", "blocks"));
        List<Block> flat = EmailBlocks.flatten(blocks);
        if (flat.size() > MOST
                || flat.stream()
                                .mapToInt(b -> b.text() == null ? 0 : b.text().length())
                                .sum()
                        > LONGEST) {
            errors.add(new WordingError(
                    1,
                    1,
                    (purpose.isPage() ? "The page" : "An e-mail") + " can have up to " + MOST + " blocks and " + LONGEST
                            + " characters",
                    "blocks"));
            return;
        }
        for (int i = 0; i < blocks.size(); i++) block(purpose, blocks.get(i), "blocks[" + i + "]", false, errors);
        if (purpose.isPage()
                && flat.stream().filter(b -> "parcels".equals(b.kind())).count() != 1)
            errors.add(new WordingError(
                    1,
                    1,
                    "The page shows the parcels once. Add the block Parcels, or delete the second one",
                    "blocks"));
        if (purpose.question() != null && !EmailQuestion.isAskedBy(blocks))
            errors.add(new WordingError(1, 1, "This notice asks a question. Add the block with its buttons", "blocks"));
    }

    private static void block(
            WordingPurpose purpose, Block b, String part, boolean inColumn, List<WordingError> errors) {
        Block.Kind kind = Block.Kind.fromCode(b.kind());
        if (kind == null) {
            errors.add(new WordingError(1, 1, "There is no block named \"" + b.kind() + "\"", part));
            return;
        }
        if (!kind.isFor(purpose.isPage())) {
            errors.add(new WordingError(
                    1,
                    1,
                    purpose.isPage()
                            ? "This block is for e-mails only; the page shows it with the parcels"
                            : "This block is for the tracking page only",
                    part));
            return;
        }
        if (b.when() != null && BlockCondition.fromCode(b.when()) == null)
            errors.add(new WordingError(1, 1, "There is no condition named \"" + b.when() + "\"", part));
        switch (kind) {
            case HEADING, TEXT, DELAY, HTML -> {
                if (Texts.isBlank(b.text()))
                    errors.add(new WordingError(1, 1, "This block is empty. Add text or delete the block", part));
                else fields(b.text(), part, purpose, errors);
            }
            case PARCEL -> {
                if (purpose.stage().isOrderStage())
                    errors.add(new WordingError(
                            1,
                            1,
                            "There is no parcel yet when an order is "
                                    + purpose.stage().label(),
                            part));
            }
            case QUESTION -> {
                if (purpose.question() == null && !purpose.isPage())
                    errors.add(new WordingError(1, 1, "This notice has no question, so it has no buttons", part));
            }
            case BUTTON -> {
                if (Texts.isBlank(b.link().label()))
                    errors.add(new WordingError(1, 1, "The button has no label", part));
                else fields(b.link().label(), part, purpose, errors);
                address(b.link().href(), part, purpose, errors);
            }
            case PICTURE -> {
                picture(b.picture().src(), part, errors);
                if (!Texts.isBlank(b.link().href())) address(b.link().href(), part, purpose, errors);
                if (b.picture().width() != null
                        && (b.picture().width() < 1 || b.picture().width() > 600))
                    errors.add(new WordingError(1, 1, "A picture can be 1 to 600 pixels wide", part));
            }
            case SPACE -> {
                if (b.picture().height() != null
                        && (b.picture().height() < 4 || b.picture().height() > 96))
                    errors.add(new WordingError(1, 1, "A space can be 4 to 96 pixels high", part));
            }
            case COLUMNS -> columns(purpose, b, part, inColumn, errors);
            case RECOMMENDED -> recommended(purpose, b, part, errors);
            default -> {}
        }
    }

    private static void columns(
            WordingPurpose purpose, Block b, String part, boolean inColumn, List<WordingError> errors) {
        if (inColumn) errors.add(new WordingError(1, 1, "Columns can't contain columns", part));
        else if (b.columns() == null || b.columns().size() < 2 || b.columns().size() > 3)
            errors.add(new WordingError(1, 1, "Use two or three columns", part));
        else
            for (List<Block> column : b.columns()) for (Block inner : column) block(purpose, inner, part, true, errors);
    }

    private static void recommended(WordingPurpose purpose, Block b, String part, List<WordingError> errors) {
        if (b.items() == null || b.items().isEmpty() || b.items().size() > 3) {
            errors.add(new WordingError(1, 1, "Add one to three items", part));
            return;
        }
        for (Block.Recommended r : b.items()) {
            if (Texts.isBlank(r.name())) errors.add(new WordingError(1, 1, "Enter the item's name", part));
            address(r.href(), part, purpose, errors);
            if (!Texts.isBlank(r.src())) picture(r.src(), part, errors);
        }
    }

    private static void picture(@Nullable String src, String part, List<WordingError> errors) {
        if (src == null || !src.matches("https?://\\S+"))
            errors.add(new WordingError(1, 1, "Upload a picture or enter an address that begins with https://", part));
    }

    private static void address(@Nullable String href, String part, WordingPurpose purpose, List<WordingError> errors) {
        if (!RichText.isAddress(href))
            errors.add(new WordingError(
                    1,
                    1,
                    "\"" + (href == null ? "" : href)
                            + "\" isn't a valid link. Use https://..., mailto:..., tel:..., or {{parcel.trackingLink}}",
                    part));
        else fields(href, part, purpose, errors);
    }

    private static void fields(@Nullable String text, String part, WordingPurpose purpose, List<WordingError> errors) {
        TemplateCheck.check(Texts.orEmpty(text), part, purpose, TemplateCheck.Blocks.NOWHERE, errors);
    }
}
