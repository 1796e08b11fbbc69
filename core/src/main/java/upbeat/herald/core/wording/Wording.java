package upbeat.herald.core.wording;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;

/**
 * What a notice says over one channel, in one language, to everyone or to a variant of customers. A part that is null
 * is inherited from the next less special wording.
 *
 * @param subject of an e-mail
 * @param text of an SMS or a chat message; of an e-mail, the short form of its blocks: paragraphs parted by blank lines
 * @param preview the line that mail programs show beside the subject
 * @param blocks of an e-mail; they win over {@code text}
 * @param html of an e-mail whose body somebody wrote by hand; it wins over {@code blocks}
 * @param header of a chat message, bold above it; {@code footer} small below it
 * @param link of a chat message: a button that opens an address
 * @param buttons what the question's buttons say in this language, by their id; those not named say what the notice has
 */
public record Wording(
        @Nullable String subject,
        @Nullable String text,
        @Nullable String preview,
        @Nullable List<Block> blocks,
        @Nullable String html,
        @Nullable String header,
        @Nullable String footer,
        @Nullable LinkButton link,
        @Nullable Map<String, String> buttons) {
    /** @param url an address, or one field such as {@code {{parcel.trackingLink}}} */
    public record LinkButton(String label, String url) {}

    public Wording {
        blocks = blocks == null ? null : List.copyOf(blocks);
        buttons = buttons == null ? null : Map.copyOf(buttons);
    }

    public Wording(String subject, String text) {
        this(subject, text, null, null, null, null, null, null, null);
    }

    /** An SMS or a chat message. @param buttons labels by button id, or null */
    public static Wording ofText(String text, @Nullable Map<String, String> buttons) {
        return new Wording(null, text, null, null, null, null, null, null, buttons);
    }

    /** An e-mail made of blocks. */
    public static Wording ofBlocks(
            String subject, @Nullable String preview, List<Block> blocks, @Nullable Map<String, String> buttons) {
        return new Wording(subject, null, preview, blocks, null, null, null, null, buttons);
    }

    /** The same with other labels on its buttons. */
    public Wording withButtons(@Nullable Map<String, String> labels) {
        return new Wording(subject, text, preview, blocks, html, header, footer, link, labels);
    }

    /**
     * This wording with its missing parts taken from a less special one. A body is one part: what has its own blocks
     * takes no one else's text.
     */
    public Wording inheritFrom(Wording base) {
        boolean own = hasBody();
        return new Wording(
                or(subject, base.subject),
                own ? text : base.text,
                or(preview, base.preview),
                own ? blocks : base.blocks,
                own ? html : base.html,
                or(header, base.header),
                or(footer, base.footer),
                link == null ? base.link : link,
                buttons == null ? base.buttons : buttons);
    }

    /** True where it says something itself and inherits no body. */
    public boolean hasBody() {
        return !Texts.isBlank(text) || blocks != null || !Texts.isBlank(html);
    }

    private static String or(String own, String other) {
        return own == null ? other : own;
    }
}
