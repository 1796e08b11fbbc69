package upbeat.herald.server.delivery.email;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Properties;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.server.channel.OutgoingMessage;

/** A mail as it is sent, as a file (RFC 5322). */
@Component
public class MailFile {
    private final Session session = Session.getInstance(new Properties());

    public byte[] write(OutgoingMessage message) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            MimeMessageFactory.create(session, message, MimeMessageFactory.address(Texts.orEmpty(message.to())), null)
                    .writeTo(out);
        } catch (MessagingException e) {
            throw new IllegalStateException("The e-mail can't be created", e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
