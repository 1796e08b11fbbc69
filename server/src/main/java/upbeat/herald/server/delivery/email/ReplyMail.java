package upbeat.herald.server.delivery.email;

import jakarta.mail.Address;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.answer.MailReplyText;

/**
 * A reply as it came by mail. Automatic ones are none (RFC 3834): a machine that is answered by a machine never ends.
 *
 * @param from the address of who wrote it, as the mail says
 * @param text what is new in it
 * @param id of the mail, or null
 * @param answers ids of the mails that it answers, without their host, the nearest first
 */
record ReplyMail(String from, String text, @Nullable String id, List<String> answers) {
    private static final Pattern MESSAGE_ID = Pattern.compile("<([^<>@\\s]{1,200})@[^<>\\s]{1,255}>");
    private static final int DEEPEST = 8;
    private static final int MOST_PARTS = 50;

    ReplyMail {
        answers = List.copyOf(answers);
    }

    /** Empty where nobody wrote it, or nothing is new in it. */
    static Optional<ReplyMail> read(MimeMessage mail) throws MessagingException, IOException {
        if (isAutomatic(mail)) return Optional.empty();
        Address[] senders = mail.getFrom();
        if (senders == null
                || senders.length != 1
                || !(senders[0] instanceof InternetAddress sender)
                || sender.getAddress() == null) return Optional.empty();
        String text = MailReplyText.findNew(new TextOf(mail).find());
        return text.isEmpty()
                ? Optional.empty()
                : Optional.of(new ReplyMail(sender.getAddress(), text, mail.getMessageID(), answersOf(mail)));
    }

    /** By RFC 3834, section 5, and by what was usual before it. */
    static boolean isAutomatic(MimeMessage mail) throws MessagingException {
        String submitted = header(mail, "Auto-Submitted");
        if (submitted != null && !submitted.replaceAll("[;(].*", "").strip().equalsIgnoreCase("no")) return true;
        String precedence = header(mail, "Precedence");
        if (precedence != null && precedence.strip().toLowerCase(Locale.ROOT).matches("bulk|junk|list|auto_reply"))
            return true;
        for (String name : List.of("X-Autoreply", "X-Autorespond", "List-Id"))
            if (header(mail, name) != null) return true;
        String path = header(mail, "Return-Path");
        return path != null && path.strip().equals("<>")
                || mail.isMimeType("multipart/report")
                || mail.isMimeType("message/*");
    }

    private static @Nullable String header(MimeMessage mail, String name) throws MessagingException {
        String[] values = mail.getHeader(name);
        return values == null || values.length == 0 ? null : values[0];
    }

    /** In-Reply-To, then References from its end (RFC 5322, section 3.6.4). */
    private static List<String> answersOf(MimeMessage mail) throws MessagingException {
        List<String> ids = new ArrayList<>(idsIn(header(mail, "In-Reply-To")));
        List<String> references = idsIn(header(mail, "References"));
        for (int i = references.size() - 1; i >= 0; i--) ids.add(references.get(i));
        return ids.stream().distinct().limit(20).toList();
    }

    private static List<String> idsIn(@Nullable String header) {
        List<String> ids = new ArrayList<>();
        if (header == null || header.length() > 10_000) return ids;
        Matcher id = MESSAGE_ID.matcher(header);
        while (id.find()) ids.add(id.group(1));
        return ids;
    }

    /** The text of a mail: the plain one where there is one, else that of its HTML, with quotes marked as such. */
    private static final class TextOf {
        private final Part whole;
        private @Nullable String plain;
        private @Nullable String html;
        private int parts;

        TextOf(Part whole) {
            this.whole = whole;
        }

        String find() throws MessagingException, IOException {
            look(whole, 0);
            if (plain != null && !plain.isBlank()) return plain;
            return html == null ? "" : textOf(html);
        }

        private void look(Part part, int depth) throws MessagingException, IOException {
            if (depth > DEEPEST || ++parts > MOST_PARTS || Part.ATTACHMENT.equalsIgnoreCase(part.getDisposition()))
                return;
            if (part.isMimeType("text/plain") && plain == null) plain = content(part);
            else if (part.isMimeType("text/html") && html == null) html = content(part);
            else if (part.isMimeType("multipart/*") && part.getContent() instanceof Multipart many)
                for (int i = 0; i < many.getCount(); i++) {
                    BodyPart one = many.getBodyPart(i);
                    look(one, depth + 1);
                }
        }

        private static @Nullable String content(Part part) throws MessagingException {
            try {
                return part.getContent() instanceof String text ? text : null;
            } catch (IOException e) {
                return null; // a character set that nobody knows, or damaged
            }
        }

        private static String textOf(String html) {
            Document page = Jsoup.parse(html);
            page.select("style, script, head, title").remove();
            page.outputSettings().prettyPrint(false);
            for (Element quote : page.select("blockquote")) quote.before("\n> ").remove();
            page.select("br").before("\n");
            page.select("p, div, tr, li, h1, h2, h3").before("\n");
            return page.body().wholeText().replaceAll("[ \\t]*\n[ \\t]*", "\n");
        }
    }
}
