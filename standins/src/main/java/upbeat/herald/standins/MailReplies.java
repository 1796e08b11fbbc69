package upbeat.herald.standins;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.subethamail.smtp.client.SMTPException;
import org.subethamail.smtp.client.SmartClient;

/** Customers' mail programs: they answer a mail as people do, with the question quoted below. */
public final class MailReplies {
    private static final Pattern ID = Pattern.compile("(?im)^Message-ID: *(<[^>\\r\\n]+>)");
    private static final Pattern FROM = Pattern.compile("(?im)^From: .*?([^<\\s]+@[^>\\s]+)>?\\s*$");

    private final AtomicInteger numbers = new AtomicInteger();
    private volatile int port;

    /** @param port where the product takes mails in; 0 where it doesn't */
    public void reach(int port) {
        this.port = port;
    }

    /** Answers a mail from the address that it went to. */
    public void reply(Mailbox.Mail mail, String text) {
        Matcher id = ID.matcher(mail.raw());
        Matcher from = FROM.matcher(mail.raw());
        String answered = id.find() ? id.group(1) : "<unknown@standin.example>";
        String to = from.find() ? from.group(1) : "shop@standin.example";
        String body = text.replace("\r\n", "\n").replace("\n", "\r\n") + "\r\n\r\nOn Tue, 24 Nov 2026 at 09:14, " + to
                + " wrote:\r\n> We have a question. Answer YES or NO, or STOP.\r\n";
        String headers = "From: " + mail.to() + "\r\nTo: " + to + "\r\nSubject: Re: your order\r\nIn-Reply-To: "
                + answered + "\r\nMessage-ID: <reply-" + numbers.incrementAndGet() + "-"
                + Integer.toHexString(mail.raw().hashCode())
                + "@standin.example>\r\nMIME-Version: 1.0\r\nContent-Type: text/plain; charset=utf-8\r\n"
                + "Content-Transfer-Encoding: base64\r\n\r\n";
        String encoded = Base64.getMimeEncoder().encodeToString(body.getBytes(StandardCharsets.UTF_8));
        send(mail.to(), to, headers + encoded + "\r\n");
    }

    /** A mail as it is. */
    public void send(String from, String to, String raw) {
        if (port == 0) throw new Http.Refusal(503, "nobody_there", "The product takes no mails in");
        try {
            SmartClient client = SmartClient.createAndConnect("127.0.0.1", port, "standin.example");
            client.from(from);
            client.to(to);
            client.dataStart();
            byte[] bytes = raw.getBytes(StandardCharsets.UTF_8);
            client.dataWrite(bytes, bytes.length);
            client.dataEnd();
            client.quit();
        } catch (SMTPException e) {
            throw new Http.Refusal(502, "refused", "The product refused the mail: " + e.getMessage());
        } catch (IOException e) {
            throw new Http.Refusal(502, "not_reached", "The product can't be reached: " + e.getMessage());
        }
    }

    /** The mail of an address with this id. */
    static Optional<Mailbox.Mail> find(Mailbox mailbox, String id) {
        return mailbox.to(null).stream().filter(m -> m.id().equals(id)).findFirst();
    }
}
