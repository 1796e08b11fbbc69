package upbeat.herald.core.wording.email;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Block;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.Wording;

/** Where an e-mail asks what its notice asks: a block with buttons, or a link to the answer page. */
final class EmailQuestion {
    private static final String LINK = "answer.link";
    private static final String KIND = "question";
    private static final Pattern PLACE = Pattern.compile("\\s*\\{\\{\\s*(?:block\\.question|answer\\.link)\\s*}}");
    private static final Pattern PARAGRAPH = Pattern.compile("\\s*<p>\\s*\\{\\{\\s*block\\.question\\s*}}\\s*</p>");

    private EmailQuestion() {}

    static boolean isAskedBy(Wording wording) {
        String html = wording.email().html();
        if (!Texts.isBlank(html)) return names(html);
        List<Block> blocks = wording.email().blocks();
        return blocks == null ? names(wording.text()) : isAskedBy(blocks);
    }

    static boolean isAskedBy(List<Block> blocks) {
        return blocks.stream()
                .anyMatch(b -> isQuestion(b)
                        || names(b.text())
                        || b.columnsOrNone().stream().anyMatch(EmailQuestion::isAskedBy));
    }

    private static boolean isQuestion(Block b) {
        return KIND.equals(b.kind()) || names(b.link().href());
    }

    private static boolean names(@Nullable String text) {
        return text != null && (text.contains(Fields.QUESTION_BLOCK) || text.contains(LINK));
    }

    /** With the buttons before the last block, which says goodbye, or at the end of what was written by hand. */
    static Wording add(Wording w) {
        String html = w.email().html();
        if (!Texts.isBlank(html)) {
            String place = "<p>{{" + Fields.QUESTION_BLOCK + "}}</p>\n";
            int end = html.lastIndexOf("</body>");
            return withHtml(w, end < 0 ? html + "\n" + place : html.substring(0, end) + place + html.substring(end));
        }
        List<Block> blocks = w.email().blocks();
        if (blocks == null) return withText(w, Texts.orEmpty(w.text()) + "\n\n{{" + Fields.QUESTION_BLOCK + "}}");
        List<Block> more = new ArrayList<>(blocks);
        more.add(Math.max(0, blocks.size() - 1), Block.of(KIND));
        return withBlocks(w, more);
    }

    static Wording remove(Wording w) {
        String html = w.email().html();
        if (!Texts.isBlank(html))
            return withHtml(w, without(PARAGRAPH.matcher(html).replaceAll("")));
        List<Block> blocks = w.email().blocks();
        return blocks == null ? withText(w, without(Texts.orEmpty(w.text()))) : withBlocks(w, without(blocks));
    }

    private static List<Block> without(List<Block> blocks) {
        return blocks.stream()
                .filter(b -> !isQuestion(b))
                .map(b -> names(b.text()) ? b.withText(without(Objects.requireNonNull(b.text()))) : b)
                .map(b -> b.columns() == null
                        ? b
                        : b.withColumns(b.columnsOrNone().stream()
                                .map(EmailQuestion::without)
                                .toList()))
                .toList();
    }

    private static String without(String text) {
        return PLACE.matcher(text).replaceAll("");
    }

    private static Wording withBlocks(Wording w, List<Block> blocks) {
        return new Wording(
                new Wording.Email(w.email().subject(), w.email().preview(), blocks, null),
                w.text(),
                w.chat(),
                w.buttons());
    }

    private static Wording withHtml(Wording w, String html) {
        return new Wording(
                new Wording.Email(
                        w.email().subject(), w.email().preview(), w.email().blocks(), html),
                w.text(),
                w.chat(),
                w.buttons());
    }

    private static Wording withText(Wording w, String text) {
        return new Wording(w.email(), text, w.chat(), w.buttons());
    }
}
