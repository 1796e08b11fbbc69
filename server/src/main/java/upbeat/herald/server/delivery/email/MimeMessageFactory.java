package upbeat.herald.server.delivery.email;

import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.io.UnsupportedEncodingException;
import java.net.IDN;
import java.nio.charset.StandardCharsets;
import java.util.Date;
import org.eclipse.angus.mail.smtp.SMTPMessage;
import org.jspecify.annotations.Nullable;
import upbeat.herald.server.channel.OutgoingMessage;

/**
 * Makes the mail: text and HTML side by side (RFC 2046, 5.1.4: plainest first), marked as made by a machine (RFC 3834).
 */
final class MimeMessageFactory {
    private MimeMessageFactory() {}

    private static final String OF_THE_PLAN = "msg_";

    /** @param returnPath under which the mail gets one of its own, so that what comes back names it; or null */
    static MimeMessage create(Session session, OutgoingMessage m, InternetAddress to, @Nullable String returnPath)
            throws MessagingException {
        String host = m.brand()
                .sender()
                .senderAddress()
                .substring(m.brand().sender().senderAddress().indexOf('@') + 1);
        SMTPMessage mail = new SMTPMessage(session) {
            @Override
            protected void updateMessageID() throws MessagingException {
                setHeader("Message-ID", "<" + m.id() + "@" + host + ">");
            }
        };
        try {
            mail.setFrom(new InternetAddress(
                    m.brand().sender().senderAddress(), m.brand().sender().senderName(), "UTF-8"));
            String replyTo = m.brand().sender().replyTo();
            if (replyTo != null) mail.setReplyTo(new InternetAddress[] {address(replyTo)});
        } catch (UnsupportedEncodingException e) {
            throw new IllegalStateException("UTF-8 is part of every Java platform", e);
        }
        int at = returnPath == null ? -1 : returnPath.lastIndexOf('@');
        if (returnPath != null && at > 0 && m.id().startsWith(OF_THE_PLAN))
            mail.setEnvelopeFrom(returnPath.substring(0, at) + "+" + m.id() + returnPath.substring(at));
        mail.setRecipient(Message.RecipientType.TO, to);
        mail.setSubject(m.content().subject(), "UTF-8");
        mail.setSentDate(Date.from(m.date()));
        mail.setHeader("Auto-Submitted", "auto-generated");
        mail.setHeader("X-Auto-Response-Suppress", "All");
        mail.setHeader("Content-Language", m.language());
        if (m.preferences() != null) addUnsubscribe(mail, m.preferences());
        MimeMultipart both = new MimeMultipart("alternative");
        both.addBodyPart(part(m.content().text(), "plain"));
        both.addBodyPart(part(m.content().html(), "html"));
        mail.setContent(both);
        mail.saveChanges();
        return mail;
    }

    /**
     * Where a mail program may unsubscribe (RFC 2369), with one click where the address is HTTPS (RFC 8058, section
     * 3.1).
     */
    private static void addUnsubscribe(MimeMessage mail, String address) throws MessagingException {
        mail.setHeader("List-Unsubscribe", "<" + address + ">");
        if (address.startsWith("https://")) mail.setHeader("List-Unsubscribe-Post", "List-Unsubscribe=One-Click");
    }

    /** The address with its host in ASCII (RFC 5891), as servers without SMTPUTF8 want it. */
    static InternetAddress address(String address) throws AddressException {
        int at = address.lastIndexOf('@');
        String host = address.substring(at + 1);
        InternetAddress ascii = new InternetAddress(address.substring(0, at + 1)
                + (StandardCharsets.US_ASCII.newEncoder().canEncode(host) ? host : IDN.toASCII(host)));
        ascii.validate();
        return ascii;
    }

    private static MimeBodyPart part(@Nullable String text, String kind) throws MessagingException {
        MimeBodyPart part = new MimeBodyPart();
        part.setText(text, "UTF-8", kind);
        part.setHeader("Content-Transfer-Encoding", "quoted-printable");
        return part;
    }
}
