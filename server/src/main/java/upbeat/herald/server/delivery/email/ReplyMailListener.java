package upbeat.herald.server.delivery.email;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.subethamail.smtp.MessageHandler;
import org.subethamail.smtp.RejectException;
import org.subethamail.smtp.server.SMTPServer;

/** Listens for replies by SMTP (RFC 5321) where the operator wants it. It relays nothing. */
@Component
public class ReplyMailListener implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(ReplyMailListener.class);
    private static final int LARGEST = 5 << 20;
    private static final int MOST_RECIPIENTS = 10;
    private static final int MOST_CONNECTIONS = 20;
    private static final int PATIENCE_MS = (int) TimeUnit.SECONDS.toMillis(30);

    private final ReplyMailProperties properties;
    private final ReplyMailIntake intake;
    private @Nullable SMTPServer server;

    ReplyMailListener(ReplyMailProperties properties, ReplyMailIntake intake) {
        this.properties = properties;
        this.intake = intake;
    }

    @Override
    public void start() {
        if (properties.port() == null) return;
        try {
            SMTPServer made = SMTPServer.port(properties.port())
                    .bindAddress(InetAddress.getByName(properties.address()))
                    .softwareName("mail")
                    .insertReceivedHeaders(false)
                    .maxConnections(MOST_CONNECTIONS)
                    .maxRecipients(MOST_RECIPIENTS)
                    .maxMessageSize(LARGEST)
                    .connectionTimeoutMs(PATIENCE_MS)
                    .messageHandlerFactory(context -> new Delivery())
                    .build();
            made.start();
            server = made;
        } catch (IOException | RuntimeException e) {
            throw new IllegalStateException(
                    "Can't listen for replies by mail on " + properties.address() + ":" + properties.port() + ": "
                            + e.getMessage() + ". Set herald.mail-in.port to a free port",
                    e);
        }
    }

    @Override
    public void stop() {
        if (server != null) server.stop();
        server = null;
    }

    @Override
    public boolean isRunning() {
        return server != null;
    }

    /** The port, 0 where nobody listens. */
    public int port() {
        return server == null ? 0 : server.getPortAllocated();
    }

    private final class Delivery implements MessageHandler {
        private boolean isBounce;
        private final List<String> recipients = new ArrayList<>();

        /** Without a sender it is a notice of some mail server, which nobody may answer (RFC 5321, section 4.5.5). */
        @Override
        public void from(String address) {
            isBounce = address == null || address.isBlank();
        }

        @Override
        public void recipient(String address) {
            recipients.add(address);
        }

        @Override
        public @Nullable String data(InputStream data) throws IOException, RejectException {
            byte[] mail = data.readNBytes(LARGEST + 1);
            if (mail.length > LARGEST) throw new RejectException(552, "5.3.4 Message too large");
            // What nobody sent may go back to nobody.
            if (!isTaken(mail) && !isBounce) throw new RejectException(554, "5.6.0 Message can't be read");
            return null;
        }

        private boolean isTaken(byte[] mail) throws RejectException {
            try {
                return intake.take(mail, recipients);
            } catch (RuntimeException e) {
                LOG.error("A reply by mail could not be kept", e);
                throw new RejectException(451, "4.3.0 Try again later");
            }
        }

        @Override
        public void done() {}
    }
}
