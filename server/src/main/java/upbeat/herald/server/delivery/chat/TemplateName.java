package upbeat.herald.server.delivery.chat;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.chat.ChatTemplate;

/**
 * The name of a template at the network. It is made from the template's content, so that a changed wording is another
 * template and an approved one stays what it was: it goes on being sent while its successor is reviewed.
 */
final class TemplateName {
    private TemplateName() {}

    /** The template of a notice's wording. */
    static ChatTemplate templateOf(Notice notice, Wording wording) {
        Question question = notice.content().question();
        return ChatTemplate.of(wording, question == null ? null : question.withLabels(wording.buttons()));
    }

    static String of(Notice notice, String language, Wording wording) {
        return of(notice.id(), language, templateOf(notice, wording));
    }

    /** The notice's name and the first digits of a hash of all that the network reviews. */
    static String of(String noticeId, String language, ChatTemplate t) {
        String content = String.join(
                "\u0000",
                language,
                text(t.header()),
                t.body(),
                text(t.footer()),
                String.valueOf(t.replies()),
                String.valueOf(t.link()));
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(content.getBytes(StandardCharsets.UTF_8));
            return noticeId.toLowerCase(Locale.ROOT).replace('-', '_') + "_"
                    + HexFormat.of().formatHex(hash, 0, 6);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("SHA-256 is part of every Java platform", e);
        }
    }

    private static String text(@Nullable String value) {
        return value == null ? "" : value;
    }
}
