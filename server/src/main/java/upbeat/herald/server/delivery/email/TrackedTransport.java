package upbeat.herald.server.delivery.email;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import java.io.IOException;
import java.io.OutputStream;
import org.eclipse.angus.mail.smtp.SMTPTransport;

/**
 * A line to a mail server that knows whether the dot that ends the mail was sent. Before it the server has not taken
 * the mail (RFC 5321, 4.1.1.4), so one that was lost earlier goes again without a doubt.
 */
final class TrackedTransport extends SMTPTransport {
    private boolean isEndSent;

    TrackedTransport(Session session, boolean tls) {
        super(session, null, tls ? "smtps" : "smtp", tls);
    }

    @Override
    protected OutputStream data() throws MessagingException {
        isEndSent = false;
        return super.data();
    }

    @Override
    protected void finishData() throws IOException, MessagingException {
        isEndSent = true;
        super.finishData();
    }

    void begin() {
        isEndSent = false;
    }

    /** True where the last mail may have been taken. */
    boolean mayHaveTaken() {
        return isEndSent;
    }
}
