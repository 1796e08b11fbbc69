package upbeat.herald.server.delivery.email;

import jakarta.mail.internet.AddressException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.bounce.ComplaintReport;
import upbeat.herald.core.bounce.RecipientReport;
import upbeat.herald.core.wording.email.EmailChannel;
import upbeat.herald.server.delivery.BadAddresses;
import upbeat.herald.server.message.ChannelFallback;
import upbeat.herald.server.message.MessageEventRepository;
import upbeat.herald.server.message.MessageEventRepository.MessageEvent;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.platform.persistence.DatabaseWriter;

/**
 * What comes of a report. Anybody can write one, so it counts only where it names a mail of ours, whose id nobody else
 * knows, and the address that mail went to.
 */
@Component
class BounceIntake {
    private static final Pattern OUR_ID = Pattern.compile("<?([^<>@\\s]{1,200})@[^<>\\s]{1,255}>?");
    /** The return path says which mail it was: {@code bounces+msg_...@host} (variable envelope return path). */
    private static final Pattern RETURN_PATH = Pattern.compile("[^+@]{1,64}\\+(msg_[A-Za-z0-9_-]{1,100})@.*");

    private static final int LONGEST = 300;

    private final MessageRepository messages;
    private final MessageEventRepository events;
    private final ChannelFallback fallback;
    private final BadAddresses addresses;
    private final DatabaseWriter writer;
    private final JdbcClient reader;
    private final InstantSource clock;

    BounceIntake(
            MessageRepository messages,
            MessageEventRepository events,
            ChannelFallback fallback,
            BadAddresses addresses,
            DatabaseWriter writer,
            JdbcClient reader,
            InstantSource clock) {
        this.messages = messages;
        this.events = events;
        this.fallback = fallback;
        this.addresses = addresses;
        this.writer = writer;
        this.reader = reader;
        this.clock = clock;
    }

    /** @param recipients of the report itself. @return false where it is about no mail of ours */
    boolean take(BounceMail report, List<String> recipients) {
        MessageRow m = find(report.messageId(), recipients).orElse(null);
        if (m == null || m.recipient().to() == null) return false;
        Instant now = clock.instant();
        boolean counts = false;
        for (RecipientReport r : report.recipients())
            if (isSame(r.address(), m.recipient().to())) {
                apply(m, r, now);
                counts = true;
            }
        ComplaintReport complaint = report.complaint();
        if (complaint != null
                && complaint.isUnwanted()
                && (complaint.recipient() == null
                        || isSame(complaint.recipient(), m.recipient().to()))) {
            writer.writeAside(db -> {
                events.insert(db, m.seq(), new MessageEvent(now, "complaint", complaint.type()));
                addresses.stop(db, m, BadAddresses.COMPLAINED, complaint.type(), now);
                return null;
            });
            counts = true;
        }
        return counts;
    }

    private Optional<MessageRow> find(@Nullable String messageId, List<String> recipients) {
        return recipients.stream()
                .map(RETURN_PATH::matcher)
                .filter(Matcher::matches)
                .map(path -> path.group(1))
                .findFirst()
                .or(() -> Optional.ofNullable(messageId)
                        .map(OUR_ID::matcher)
                        .filter(Matcher::matches)
                        .map(id -> id.group(1)))
                .flatMap(id -> messages.find(reader, id))
                .filter(m -> m.recipient().channel().equals(EmailChannel.EMAIL));
    }

    private static boolean isSame(String one, String other) {
        return normalize(one).equals(normalize(other));
    }

    /** Servers write the host in ASCII (RFC 5891); capital letters are nobody's own in practice. */
    private static String normalize(String address) {
        String plain = address.strip().toLowerCase(Locale.ROOT);
        try {
            return MimeMessageFactory.address(plain).getAddress();
        } catch (AddressException e) {
            return plain;
        }
    }

    private void apply(MessageRow m, RecipientReport r, Instant now) {
        String status = r.status() == null ? "" : r.status().toString();
        String words = r.said() == null ? status : r.said();
        String said = words.substring(0, Math.min(LONGEST, words.length()));
        writer.writeAside(db -> {
            switch (r.action()) {
                case FAILED -> {
                    events.insert(db, m.seq(), new MessageEvent(now, "failed", said));
                    if (messages.markFailed(db, m.seq(), "Returned by the mail server: " + said))
                        fallback.planNext(db, m);
                    if (r.isAddressBad()) addresses.stop(db, m, BadAddresses.BOUNCED, said, now);
                }
                case DELIVERED -> {
                    events.insert(db, m.seq(), new MessageEvent(now, "delivered", said));
                    messages.markDelivered(db, m.seq(), now);
                }
                case DELAYED -> events.insert(db, m.seq(), new MessageEvent(now, "delayed", said));
                default -> events.insert(db, m.seq(), new MessageEvent(now, "relayed", said));
            }
            return null;
        });
    }
}
