package upbeat.herald.core.wording;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;

/**
 * What a notice says over one channel, in one language, to everyone or to a variant of customers. A part that is null
 * is inherited from the next less special wording.
 *
 * @param text of an SMS or a chat message; of an e-mail, the short form of its blocks: paragraphs parted by blank lines
 * @param email what only an e-mail has
 * @param chat what only a chat message has
 * @param buttons what the question's buttons say in this language, by their id; those not named say what the notice has
 */
public record Wording(
        @JsonUnwrapped Email email,
        @Nullable String text,
        @JsonUnwrapped Chat chat,
        @Nullable Map<String, String> buttons) {

    /**
     * @param preview the line that mail programs show beside the subject
     * @param blocks of the body; they win over the text
     * @param html of a body that somebody wrote by hand; it wins over {@code blocks}
     */
    public record Email(
            @Nullable String subject,
            @Nullable String preview,
            @Nullable List<Block> blocks,
            @Nullable String html) {
        public static final Email NONE = new Email(null, null, null, null);

        public Email {
            blocks = blocks == null ? null : List.copyOf(blocks);
        }
    }

    /**
     * @param header bold above the text; {@code footer} small below it
     * @param link a button that opens an address
     */
    public record Chat(
            @Nullable String header,
            @Nullable String footer,
            @Nullable LinkButton link) {
        public static final Chat NONE = new Chat(null, null, null);
    }

    /** @param url an address, or one field such as {@code {{parcel.trackingLink}}} */
    public record LinkButton(
            @Nullable String label, @Nullable String url) {}

    public Wording {
        email = email == null ? Email.NONE : email;
        chat = chat == null ? Chat.NONE : chat;
        buttons = buttons == null ? null : Map.copyOf(buttons);
    }

    public Wording(@Nullable String subject, @Nullable String text) {
        this(new Email(subject, null, null, null), text, Chat.NONE, null);
    }

    /** An SMS or a chat message. @param buttons labels by button id, or null */
    public static Wording ofText(String text, @Nullable Map<String, String> buttons) {
        return new Wording(Email.NONE, text, Chat.NONE, buttons);
    }

    /** An e-mail made of blocks. */
    public static Wording ofBlocks(
            @Nullable String subject,
            @Nullable String preview,
            List<Block> blocks,
            @Nullable Map<String, String> buttons) {
        return new Wording(new Email(subject, preview, blocks, null), null, Chat.NONE, buttons);
    }

    /** The same with other labels on its buttons. */
    public Wording withButtons(@Nullable Map<String, String> labels) {
        return new Wording(email, text, chat, labels);
    }

    /**
     * This wording with its missing parts taken from a less special one. A body is one part: what has its own blocks
     * takes no one else's text.
     */
    public Wording inheritFrom(Wording base) {
        boolean own = hasBody();
        return new Wording(
                new Email(
                        or(email.subject(), base.email.subject()),
                        or(email.preview(), base.email.preview()),
                        own ? email.blocks() : base.email.blocks(),
                        own ? email.html() : base.email.html()),
                own ? text : base.text,
                new Chat(
                        or(chat.header(), base.chat.header()),
                        or(chat.footer(), base.chat.footer()),
                        or(chat.link(), base.chat.link())),
                or(buttons, base.buttons));
    }

    /** What was pasted from elsewhere comes down to what a text block knows. */
    public Wording cleaned() {
        if (email.blocks() == null) return this;
        List<Block> clean = email.blocks().stream().map(Block::cleaned).toList();
        return new Wording(new Email(email.subject(), email.preview(), clean, email.html()), text, chat, buttons);
    }

    /** True where it says something itself and inherits no body. */
    public boolean hasBody() {
        return !Texts.isBlank(text) || email.blocks() != null || !Texts.isBlank(email.html());
    }

    private static <T> @Nullable T or(@Nullable T own, @Nullable T other) {
        return own == null ? other : own;
    }
}
