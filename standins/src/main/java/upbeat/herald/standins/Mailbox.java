package upbeat.herald.standins;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CopyOnWriteArrayList;
import org.jspecify.annotations.Nullable;

/** Every mail that came in over SMTP, as it came. */
public final class Mailbox {
    /** @param raw the message, headers and all */
    public record Mail(String id, String from, String to, String subject, Instant receivedAt, String raw) {}

    private final List<Mail> mails = new CopyOnWriteArrayList<>();

    void add(Mail mail) {
        mails.add(mail);
    }

    public List<Mail> all() {
        return List.copyOf(mails);
    }

    /** Newest first. @param address without case; null for everybody's */
    public List<Mail> to(@Nullable String address) {
        List<Mail> found = new java.util.ArrayList<>(mails.stream()
                .filter(m ->
                        address == null || m.to().toLowerCase(Locale.ROOT).equals(address.toLowerCase(Locale.ROOT)))
                .toList());
        java.util.Collections.reverse(found);
        return found;
    }
}
