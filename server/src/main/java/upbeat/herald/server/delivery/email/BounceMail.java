package upbeat.herald.server.delivery.email;

import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.bounce.ComplaintReport;
import upbeat.herald.core.bounce.DeliveryReport;
import upbeat.herald.core.bounce.PlainBounce;
import upbeat.herald.core.bounce.RecipientReport;

/**
 * What a mail server, or a provider's complaint desk, says of a mail of ours.
 *
 * @param recipients what it says of each
 * @param complaint who complained about it; null where nobody did
 * @param messageId of the mail it is about, with its angle brackets; null where it doesn't say
 */
record BounceMail(
        List<RecipientReport> recipients,
        @Nullable ComplaintReport complaint,
        @Nullable String messageId) {
    private static final Pattern ID = Pattern.compile("(?im)^Message-ID:[ \\t]*(?:\\r?\\n[ \\t]+)?(<[^<>\\s]{1,300}>)");
    private static final int LARGEST_PART = 200_000;
    private static final int MOST_PARTS = 20;

    /** Empty where it is no report of that kind. */
    static Optional<BounceMail> read(MimeMessage mail) throws MessagingException, IOException {
        if (!mail.isMimeType("multipart/report")) return readPlain(mail);
        String status = null;
        String feedback = null;
        String original = null;
        if (!(mail.getContent() instanceof Multipart parts)) return Optional.empty();
        for (int i = 0; i < Math.min(MOST_PARTS, parts.getCount()); i++) {
            BodyPart part = parts.getBodyPart(i);
            if (part.isMimeType("message/delivery-status") || part.isMimeType("message/global-delivery-status"))
                status = text(part);
            else if (part.isMimeType("message/feedback-report")) feedback = text(part);
            else if (part.isMimeType("message/*") || part.isMimeType("text/rfc822-headers")) original = text(part);
        }
        List<RecipientReport> recipients = status == null ? List.of() : DeliveryReport.parse(status);
        ComplaintReport complaint =
                feedback == null ? null : ComplaintReport.parse(feedback).orElse(null);
        if (recipients.isEmpty() && complaint == null) return Optional.empty();
        return Optional.of(new BounceMail(recipients, complaint, original == null ? null : idIn(original)));
    }

    private static Optional<BounceMail> readPlain(MimeMessage mail) throws MessagingException, IOException {
        if (!mail.isMimeType("text/plain") || !isFromServer(mail)) return Optional.empty();
        return PlainBounce.parse(text(mail)).map(b -> new BounceMail(b.recipients(), null, b.messageId()));
    }

    /** People have a return path; mail servers that give back a mail have none (RFC 5321, 4.5.5). */
    private static boolean isFromServer(MimeMessage mail) throws MessagingException {
        String[] path = mail.getHeader("Return-Path");
        return path == null || path.length == 0 || path[0].strip().equals("<>");
    }

    private static @Nullable String idIn(String headers) {
        Matcher id = ID.matcher(headers);
        return id.find() ? id.group(1) : null;
    }

    /** As it is written, its transfer encoding undone; the beginning of it where it is very long. */
    private static String text(Part part) throws MessagingException, IOException {
        Object content = part.isMimeType("message/rfc822") ? null : part.getContent();
        if (content instanceof String text) return text.substring(0, Math.min(LARGEST_PART, text.length()));
        try (InputStream in = part.getInputStream()) {
            return new String(in.readNBytes(LARGEST_PART), StandardCharsets.UTF_8);
        }
    }
}
