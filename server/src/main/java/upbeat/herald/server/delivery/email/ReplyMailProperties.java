package upbeat.herald.server.delivery.email;

import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Where customers' replies by mail come in: by SMTP, or from a mailbox that is looked into by IMAP.
 *
 * @param port on which a mail server delivers them by SMTP; 0 for any that is free, null for none
 * @param address on which it listens: this machine's own, unless a mail server elsewhere delivers
 * @param returnPath an address whose mails come in here, such as bounces@mail.example.com: each mail gets a return path
 *     of its own under it, so that what comes back names it; null for the sender's own address
 * @param imap the mailbox, or null for none
 */
@ConfigurationProperties("herald.mail-in")
record ReplyMailProperties(
        @Nullable Integer port,
        @DefaultValue("127.0.0.1") String address,
        @Nullable String returnPath,
        @Nullable Imap imap) {

    /**
     * @param tls false only where the mailbox is on this machine
     * @param every how often it is looked into
     */
    record Imap(
            String host,
            @DefaultValue("993") int port,
            String user,
            String password,
            @DefaultValue("INBOX") String folder,
            @DefaultValue("true") boolean tls,
            @DefaultValue("PT1M") Duration every) {
        @Override
        public String toString() {
            return user + " at " + host + ":" + port;
        }
    }
}
