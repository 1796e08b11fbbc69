package upbeat.herald.server.delivery.email;

import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.function.Function;
import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPSenderFailedException;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.bounce.MailStatus;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.channel.ConnectionCheck;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.platform.http.OutboundNetwork;

/** E-mail over SMTP (RFC 5321). Lines stay open between messages and are tried before each. */
final class EmailGateway implements Gateway, AutoCloseable {
    private static final String MILLIS_CONNECT = "3000";
    private static final String MILLIS_READ = "15000";

    private final EmailAccount account;
    private final String password;
    private final int connections;
    private final @Nullable String returnPath;
    private final Function<String, Optional<DkimKeys.Signer>> signers;
    private final Session session;
    private final ConcurrentLinkedQueue<TrackedTransport> idle = new ConcurrentLinkedQueue<>();

    /**
     * @param returnPath under which each mail gets one of its own, or null; {@code password} empty where the server
     *     asks for no log-in; {@code connections} mails handed over side by side
     * @param signers what signs the mail of a domain, where anything does
     */
    EmailGateway(
            EmailAccount account,
            String password,
            int connections,
            @Nullable String returnPath,
            Function<String, Optional<DkimKeys.Signer>> signers,
            OutboundNetwork network) {
        this.account = account;
        this.password = password;
        this.connections = connections;
        this.returnPath = returnPath;
        this.signers = signers;
        Properties p = new Properties();
        String protocol = account.tls().equals("tls") ? "smtps" : "smtp";
        p.setProperty("mail.transport.protocol", protocol);
        p.setProperty("mail." + protocol + ".connectiontimeout", MILLIS_CONNECT);
        p.setProperty("mail." + protocol + ".timeout", MILLIS_READ);
        p.setProperty("mail." + protocol + ".writetimeout", MILLIS_READ);
        p.setProperty("mail." + protocol + ".localhost", "herald");
        p.setProperty("mail." + protocol + ".auth", Boolean.toString(!Texts.isBlank(account.user())));
        p.setProperty("mail." + protocol + ".quitwait", "false");
        p.setProperty(
                "mail.smtp.starttls.required", Boolean.toString(account.tls().equals("starttls")));
        p.setProperty(
                "mail.smtp.starttls.enable", Boolean.toString(account.tls().equals("starttls")));
        p.setProperty("mail." + protocol + ".ssl.checkserveridentity", "true");
        // Without these words the library would try once more by itself, past the check.
        p.setProperty("mail." + protocol + ".socketFactory.fallback", "false");
        p.put("mail." + protocol + ".socketFactory", network.socketFactory());
        session = Session.getInstance(p);
    }

    @Override
    public Channel channel() {
        return EmailChannel.EMAIL;
    }

    @Override
    public int parallelism() {
        return connections;
    }

    @Override
    public boolean isIdempotent() {
        return false;
    }

    @Override
    public HandOver handOver(OutgoingMessage message) {
        InternetAddress to;
        Message mail;
        try {
            to = MimeMessageFactory.address(Texts.orEmpty(message.to()));
            mail = sign(MimeMessageFactory.create(session, message, to, returnPath), message);
        } catch (AddressException e) {
            return new HandOver.Refused("The address can't be used: " + e.getMessage());
        } catch (MessagingException e) {
            return new HandOver.Refused("The e-mail can't be created: " + e.getMessage());
        }
        TrackedTransport line;
        try {
            line = line();
        } catch (MessagingException e) {
            return new HandOver.Away(reason(e));
        }
        try {
            line.begin();
            line.sendMessage(mail, new InternetAddress[] {to});
            String said = line.getLastServerResponse();
            idle.add(line);
            return new HandOver.Accepted(null, said == null ? null : said.strip());
        } catch (MessagingException e) {
            Optional<HandOver> answered = answered(e);
            if (answered.isPresent() && line.isConnected()) idle.add(line);
            else close(line);
            return answered.orElseGet(() -> line.mayHaveTaken()
                    ? new HandOver.Unsure("The line to the mail server broke while the mail was on it")
                    : new HandOver.Later("The line to the mail server broke before it had the whole mail"));
        }
    }

    private MimeMessage sign(MimeMessage mail, OutgoingMessage message) throws MessagingException {
        String sender = message.brand().sender().senderAddress();
        DkimKeys.Signer signer = signers.apply(
                        sender.substring(sender.indexOf('@') + 1).toLowerCase(Locale.ROOT))
                .orElse(null);
        return signer == null ? mail : DkimSignature.sign(mail, signer);
    }

    @Override
    public ConnectionCheck checkConnection() {
        try {
            TrackedTransport line = line();
            String said = line.getLastServerResponse();
            idle.add(line);
            return new ConnectionCheck(true, said == null ? "Connected" : said.strip());
        } catch (MessagingException e) {
            return new ConnectionCheck(
                    false, reason(e) + ": " + String.valueOf(e.getMessage()).strip());
        }
    }

    @Override
    public Optional<String> findOutage() {
        try {
            idle.add(line());
            return Optional.empty();
        } catch (MessagingException e) {
            return Optional.of(reason(e));
        }
    }

    /** An open line: one that still answers, or a new one. */
    private TrackedTransport line() throws MessagingException {
        for (TrackedTransport line = idle.poll(); line != null; line = idle.poll()) {
            if (line.isConnected()) return line;
            close(line);
        }
        TrackedTransport line = new TrackedTransport(session, account.tls().equals("tls"));
        line.connect(
                account.host(),
                account.port(),
                Texts.blankToNull(account.user()),
                password.isEmpty() ? null : password);
        return line;
    }

    private static String reason(MessagingException e) {
        return e instanceof jakarta.mail.AuthenticationFailedException
                ? "The mail server rejected the user name or password"
                : "The mail server can't be reached";
    }

    /**
     * What the server said, by its reply code (RFC 5321, 4.2.1): 4 is later, 5 is never. Empty where it said nothing.
     */
    private static Optional<HandOver> answered(MessagingException e) {
        for (Exception x = e; x instanceof MessagingException m; x = m.getNextException()) {
            int code = m instanceof SMTPSendFailedException s
                    ? s.getReturnCode()
                    : m instanceof SMTPAddressFailedException a
                            ? a.getReturnCode()
                            : m instanceof SMTPSenderFailedException f ? f.getReturnCode() : 0;
            if (code >= 400
                    && !(m instanceof SMTPSendFailedException
                            && m.getNextException() instanceof SMTPAddressFailedException)) {
                String said = "The mail server answered: "
                        + String.valueOf(m.getMessage()).strip();
                if (isOurTrouble(m, code)) return Optional.of(new HandOver.Away(said));
                boolean isAddressBad = m instanceof SMTPAddressFailedException
                        && MailStatus.find(said).map(MailStatus::isAddressBad).orElse(false);
                return Optional.of(code >= 500 ? new HandOver.Refused(said, isAddressBad) : new HandOver.Later(said));
            }
        }
        return Optional.empty();
    }

    /**
     * What the server says of our own account or sender is no customer's refusal: an answer to MAIL FROM, and the codes
     * that ask for a log-in or find it wanting (RFC 4954, section 6; RFC 5321, 4.2.2).
     */
    private static boolean isOurTrouble(MessagingException e, int code) {
        boolean toMailFrom = e instanceof SMTPSenderFailedException
                || e instanceof SMTPSendFailedException s
                        && Texts.orEmpty(s.getCommand()).startsWith("MAIL");
        return toMailFrom || code == 421 || code == 454 || code == 530 || code == 534 || code == 535 || code == 538;
    }

    private static void close(Transport line) {
        try {
            line.close();
        } catch (MessagingException e) {
            // It is gone already.
        }
    }

    @Override
    public void close() {
        for (TrackedTransport line = idle.poll(); line != null; line = idle.poll()) close(line);
    }
}
