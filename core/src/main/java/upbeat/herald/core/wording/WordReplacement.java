package upbeat.herald.core.wording;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Finds words in a wording and puts others in their place. Markup is not touched: what is looked for is what a person
 * reads.
 */
public final class WordReplacement {
    private final Pattern find;
    private final @Nullable String with;
    private final List<Hit> hits = new ArrayList<>();

    /** @param with null to look only */
    private WordReplacement(String find, String with, boolean matchCase) {
        this.find =
                Pattern.compile(Pattern.quote(find), matchCase ? 0 : Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
        this.with = with == null ? null : Matcher.quoteReplacement(with);
    }

    /**
     * @param part where it stands, as {@link WordingError#part} names it; {@code before} and {@code after} as a person
     *     reads them
     */
    public record Hit(String part, String before, String after) {}

    /** @param wording with the words replaced; equal to the one before where nothing was found */
    public record Replaced(Wording wording, List<Hit> hits) {}

    public static Replaced replaceIn(Wording w, String find, String with, boolean matchCase) {
        WordReplacement r = new WordReplacement(find, with, matchCase);
        List<Block> blocks =
                w.email().blocks() == null ? null : r.blocks(w.email().blocks(), "blocks");
        Wording after = new Wording(
                new Wording.Email(
                        r.line("subject", w.email().subject()),
                        r.line("preview", w.email().preview()),
                        blocks,
                        r.markup("html", w.email().html())),
                r.line("text", w.text()),
                new Wording.Chat(
                        r.line("header", w.chat().header()),
                        r.line("footer", w.chat().footer()),
                        w.chat().link() == null
                                ? null
                                : new Wording.LinkButton(
                                        r.line("link", w.chat().link().label()),
                                        r.line("link", w.chat().link().url()))),
                r.buttons(w.buttons()));
        return new Replaced(after, r.hits);
    }

    private List<Block> blocks(List<Block> blocks, String part) {
        List<Block> after = new ArrayList<>();
        for (int i = 0; i < blocks.size(); i++) {
            Block b = blocks.get(i);
            String at = part.equals("blocks") ? "blocks[" + i + "]" : part;
            boolean plain = "heading".equals(b.kind());
            List<List<Block>> columns = b.columns() == null
                    ? null
                    : b.columns().stream().map(c -> blocks(c, at)).toList();
            after.add(new Block(
                    b.kind(),
                    plain ? line(at, b.text()) : markup(at, b.text()),
                    b.when(),
                    new Block.Link(
                            line(at, b.link().href()),
                            line(at, b.link().label()),
                            b.link().style()),
                    new Block.Image(
                            b.picture().src(),
                            line(at, b.picture().alt()),
                            b.picture().width(),
                            b.picture().height()),
                    new Block.Listing(b.listing().of(), b.listing().part()),
                    columns,
                    b.items() == null
                            ? null
                            : b.items().stream()
                                    .map(r -> new Block.Recommended(
                                            line(at, r.name()), line(at, r.href()), r.src(), r.price()))
                                    .toList()));
        }
        return after;
    }

    private @Nullable Map<String, String> buttons(@Nullable Map<String, String> labels) {
        if (labels == null) return null;
        Map<String, String> after = new LinkedHashMap<>();
        labels.forEach((id, label) -> after.put(id, line("buttons", label)));
        return after;
    }

    private @Nullable String line(String part, @Nullable String text) {
        if (text == null) return null;
        if (!find.matcher(text).find()) return text;
        String after = replaced(text);
        if (with == null || !after.equals(text)) hits.add(new Hit(part, text, after));
        return after;
    }

    private String replaced(String text) {
        return with == null ? text : find.matcher(text).replaceAll(with);
    }

    private @Nullable String markup(String part, @Nullable String markup) {
        if (markup == null) return null;
        String before = RichText.plain(markup).strip();
        if (!find.matcher(before).find()) return markup;
        String after = RichText.eachText(markup, this::replaced);
        String read = RichText.plain(after).strip();
        if (with != null && read.equals(before)) return markup;
        hits.add(new Hit(part, before, read));
        return with == null ? markup : after;
    }
}
