package upbeat.herald.server.delivery.email;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.channel.ReplyListener;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;

/**
 * Takes mails that customers write. Who a mail is from can be made up by anybody; only one that answers a mail of ours
 * to that same address, whose id nobody else knows, can answer a question or stop anything by itself.
 */
@Component
class ReplyMailIntake {
    private static final Logger LOG = LoggerFactory.getLogger(ReplyMailIntake.class);
    private static final Session SESSION = Session.getInstance(new Properties());

    private final MessageRepository messages;
    private final BounceIntake bounces;
    private final List<ReplyListener> listeners;
    private final JdbcClient reader;

    ReplyMailIntake(
            MessageRepository messages, BounceIntake bounces, List<ReplyListener> listeners, JdbcClient reader) {
        this.messages = messages;
        this.bounces = bounces;
        this.listeners = listeners;
        this.reader = reader;
    }

    /**
     * @param raw the whole mail
     * @param recipients it was sent to; our own return path says which mail came back
     * @return false where it is no mail that anybody could read: trying again would come to the same
     */
    boolean take(byte[] raw, List<String> recipients) {
        ReplyMail reply;
        BounceMail bounce;
        try {
            MimeMessage mail = new MimeMessage(SESSION, new ByteArrayInputStream(raw));
            bounce = BounceMail.read(mail).orElse(null);
            reply = ReplyMail.read(mail).orElse(null);
        } catch (MessagingException | IOException | RuntimeException e) {
            LOG.warn("An incoming mail can't be read: {}", e.toString());
            return false;
        }
        if (bounce != null) {
            bounces.take(bounce, recipients);
            return true;
        }
        if (reply == null) return true; // a machine's; taken, so that it isn't sent back to a machine
        Optional<MessageRow> answered = findAnswered(reply);
        ReplyListener.IncomingText text = new ReplyListener.IncomingText(
                EmailChannel.EMAIL,
                reply.from(),
                reply.text(),
                reply.id(),
                answered.isEmpty(),
                answered.map(MessageRow::id).orElse(null));
        listeners.forEach(l -> l.textReceived(text));
        return true;
    }

    private Optional<MessageRow> findAnswered(ReplyMail reply) {
        return reply.answers().stream()
                .flatMap(id -> messages.find(reader, id).stream())
                .filter(m -> m.recipient().channel().equals(EmailChannel.EMAIL)
                        && reply.from().equalsIgnoreCase(m.recipient().to()))
                .findFirst();
    }
}
