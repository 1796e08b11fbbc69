package upbeat.herald.standins;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.subethamail.smtp.AuthenticationHandlerFactory;
import org.subethamail.smtp.MessageContext;
import org.subethamail.smtp.MessageHandler;
import org.subethamail.smtp.RejectException;
import org.subethamail.smtp.auth.EasyAuthenticationHandlerFactory;
import org.subethamail.smtp.auth.LoginFailedException;
import org.subethamail.smtp.server.SMTPServer;

/** An SMTP server (RFC 5321) with log-in that keeps every mail it accepts. */
public final class MailServer implements Standin {
    public static final String USER = "herald";
    public static final String PASSWORD = "mail-for-local-use-only";

    /**
     * Called when a message's last byte came in and before it is acknowledged; lets a test hold the line at the worst
     * moment.
     */
    public interface BeforeAnswer {
        void accepted(String to) throws IOException;
    }

    /** What is said to RCPT TO: a whole reply such as {@code 451 4.7.1 come back later}, or null to take it. */
    public interface RecipientReply {
        @Nullable String replyTo(String address);
    }

    private volatile RecipientReply recipientReply = address -> null;

    private final Mailbox mailbox;
    private final WorldClock clock;
    private final AtomicInteger numbers = new AtomicInteger();
    private volatile BeforeAnswer beforeAnswer = to -> {};
    private int port;
    private @Nullable SMTPServer server;

    public MailServer(Mailbox mailbox, WorldClock clock, int port) {
        this.mailbox = mailbox;
        this.clock = clock;
        this.port = port;
    }

    public void beforeAnswer(BeforeAnswer hook) {
        beforeAnswer = hook;
    }

    public void replyToRecipients(RecipientReply script) {
        recipientReply = script;
    }

    @Override
    public int port() {
        return port;
    }

    @Override
    public synchronized boolean running() {
        return server != null;
    }

    @Override
    public synchronized void start() {
        if (server != null) return;
        AuthenticationHandlerFactory login = new EasyAuthenticationHandlerFactory((user, password, context) -> {
            if (!USER.equals(user) || !PASSWORD.equals(password))
                throw new LoginFailedException("wrong user or password");
        });
        server = SMTPServer.port(port)
                .bindAddress(InetAddress.getLoopbackAddress())
                .hostName("mail.standin.example")
                .softwareName("stand-in")
                .insertReceivedHeaders(false)
                .authenticationHandlerFactory(login)
                .requireAuth(true)
                .maxConnections(50)
                .messageHandlerFactory(Delivery::new)
                .build();
        server.start();
        port = server.getPortAllocated();
    }

    @Override
    public synchronized void stop() {
        if (server == null) return;
        server.stop();
        server = null;
    }

    private final class Delivery implements MessageHandler {
        private String from = "";
        private final List<String> to = new ArrayList<>();

        Delivery(MessageContext context) {}

        @Override
        public void from(String address) {
            from = address;
        }

        @Override
        public void recipient(String address) throws RejectException {
            if (address.startsWith("bounce")) throw new RejectException(550, "5.1.1 no such mailbox");
            String reply = recipientReply.replyTo(address);
            if (reply != null) throw new RejectException(Integer.parseInt(reply.substring(0, 3)), reply.substring(4));
            to.add(address);
        }

        @Override
        public @Nullable String data(InputStream data) throws IOException {
            String raw = new String(data.readAllBytes(), StandardCharsets.UTF_8);
            for (String address : to) {
                mailbox.add(new Mailbox.Mail(
                        "mail-" + numbers.incrementAndGet(), from, address, subject(raw), clock.instant(), raw));
                beforeAnswer.accepted(address);
            }
            return null;
        }

        @Override
        public void done() {}
    }

    private static final Pattern SUBJECT = Pattern.compile("(?im)^Subject: (.*(?:\\r?\\n[ \\t].*)*)");
    private static final Pattern WORD =
            Pattern.compile("=\\?UTF-8\\?([QB])\\?([^?]*)\\?=(\\s+(?==\\?))?", Pattern.CASE_INSENSITIVE);

    /** The subject as a person reads it: unfolded, with encoded words (RFC 2047) decoded. */
    private static String subject(String raw) {
        Matcher subject = SUBJECT.matcher(raw);
        if (!subject.find()) return "";
        String folded = subject.group(1).replaceAll("\\r?\\n[ \\t]", " ");
        return WORD.matcher(folded)
                .replaceAll(m -> Matcher.quoteReplacement(new String(
                        m.group(1).equalsIgnoreCase("B")
                                ? java.util.Base64.getDecoder().decode(m.group(2))
                                : quoted(m.group(2)),
                        StandardCharsets.UTF_8)));
    }

    private static byte[] quoted(String text) {
        var out = new java.io.ByteArrayOutputStream();
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '=' && i + 2 < text.length()) {
                out.write(Integer.parseInt(text.substring(i + 1, i + 3), 16));
                i += 2;
            } else out.write(c == '_' ? ' ' : c);
        }
        return out.toByteArray();
    }
}
