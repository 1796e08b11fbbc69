package upbeat.herald.server.messageview;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.delivery.email.MailFile;
import upbeat.herald.server.message.MessageComposer;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRepository;

/** E-mails that were sent as files: one alone, or many in a mailbox (RFC 4155). */
@Component
class MessageMailFile {
    /** The date of a mailbox's separator, as C's asctime writes it (RFC 4155, appendix A). */
    private static final DateTimeFormatter SEPARATOR_DATE = DateTimeFormatter.ofPattern(
                    "EEE MMM ppd HH:mm:ss yyyy", Locale.ROOT)
            .withZone(ZoneOffset.UTC);

    private final MailFile mail;
    private final MessageComposer composer;
    private final NoticeRepository notices;
    private final OrderRepository orders;
    private final BrandRepository brands;
    private final JdbcClient reader;

    MessageMailFile(
            MailFile mail,
            MessageComposer composer,
            NoticeRepository notices,
            OrderRepository orders,
            BrandRepository brands,
            JdbcClient reader) {
        this.mail = mail;
        this.composer = composer;
        this.notices = notices;
        this.orders = orders;
        this.brands = brands;
        this.reader = reader;
    }

    /** True for an e-mail whose text is kept. */
    static boolean isMail(MessageRow m) {
        return m.recipient().channel().equals(EmailChannel.EMAIL)
                && m.sent().html() != null
                && m.recipient().to() != null;
    }

    /** @throws HeraldException where it is no e-mail, or its text isn't there */
    byte[] write(MessageRow m) {
        if (!m.recipient().channel().equals(EmailChannel.EMAIL))
            throw new HeraldException("id", "This message isn't an e-mail");
        if (!isMail(m))
            throw new HeraldException(
                    "id", "This e-mail has no text: it wasn't sent yet, or its text is no longer kept");
        return mail.write(new OutgoingMessage(
                m.id(),
                m.origin().noticeId(),
                m.recipient().to(),
                m.recipient().language(),
                brand(m),
                new Rendered(
                        m.sent().subject(),
                        Texts.orEmpty(m.sent().text()),
                        m.sent().html(),
                        null),
                null,
                sentAt(m),
                composer.preferencePage(m)));
    }

    /** Appends a mail to a mailbox: a line that parts it from the one before, its own lines, and an empty one. */
    void append(MessageRow m, OutputStream mailbox) throws IOException {
        String sender = brand(m).sender().senderAddress();
        StringBuilder entry = new StringBuilder("From " + sender + " " + SEPARATOR_DATE.format(sentAt(m)) + "\n");
        String content = new String(write(m), StandardCharsets.ISO_8859_1).replace("\r\n", "\n");
        for (String line : content.split("\n", -1))
            entry.append(line.matches(">*From .*") ? ">" : "").append(line).append('\n');
        mailbox.write(entry.append('\n').toString().getBytes(StandardCharsets.ISO_8859_1));
    }

    private static Instant sentAt(MessageRow m) {
        Instant sent = m.times().sentAt();
        return sent == null ? m.times().dueAt() : sent;
    }

    /** The sender as it is now: the one of that day isn't kept. */
    private Brand brand(MessageRow m) {
        Brand brand = brands.get(
                reader, orders.get(reader, m.origin().orderId()).order().shop());
        @Nullable Notice notice = notices.find(reader, m.origin().noticeId()).orElse(null);
        return notice == null ? brand : brand.withSender(notice.routing().sender());
    }
}
