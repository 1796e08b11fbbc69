package upbeat.herald.server.delivery.email;

import jakarta.mail.Flags;
import jakarta.mail.Folder;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Store;
import jakarta.mail.search.FlagTerm;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Looks into a mailbox by IMAP (RFC 9051) for replies, where the operator wants it. What was taken is marked as read
 * and stays there; one that can't be kept now stays unread and is taken the next time.
 */
@Component
class ReplyMailbox implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(ReplyMailbox.class);
    private static final int LARGEST = 5 << 20;
    /** The rest is taken the next time. */
    private static final int MOST_AT_ONCE = 200;

    private static final String PATIENCE_MS = "15000";
    private static final int DRAIN_SECONDS = 20;

    private final ReplyMailProperties properties;
    private final ReplyMailIntake intake;
    private @Nullable ScheduledExecutorService loop;
    /** Said once, not with every look. */
    private @Nullable String trouble;

    ReplyMailbox(ReplyMailProperties properties, ReplyMailIntake intake) {
        this.properties = properties;
        this.intake = intake;
    }

    @Override
    public void start() {
        ReplyMailProperties.Imap box = properties.imap();
        if (box == null) return;
        ScheduledExecutorService made = Executors.newSingleThreadScheduledExecutor(task -> {
            Thread thread = new Thread(task, "reply-mailbox");
            thread.setDaemon(true);
            return thread;
        });
        long every = Math.max(1, box.every().toSeconds());
        made.scheduleWithFixedDelay(() -> look(box), 0, every, TimeUnit.SECONDS);
        loop = made;
    }

    @Override
    public void stop() {
        if (loop == null) return;
        loop.shutdown();
        try {
            if (!loop.awaitTermination(DRAIN_SECONDS, TimeUnit.SECONDS)) loop.shutdownNow();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        loop = null;
    }

    @Override
    public boolean isRunning() {
        return loop != null;
    }

    /** Never throws: nobody would look again. */
    private void look(ReplyMailProperties.Imap box) {
        try {
            takeAll(box);
            if (trouble != null) LOG.info("The mailbox of {} can be looked into again", box);
            trouble = null;
        } catch (MessagingException e) {
            report(box, String.valueOf(e.getMessage()));
        } catch (Throwable e) {
            LOG.error("Looking into the mailbox of {} failed", box, e);
        }
    }

    private void report(ReplyMailProperties.Imap box, String said) {
        if (!said.equals(trouble))
            LOG.warn("The mailbox of {} can't be looked into: {}. Check herald.mail-in.imap", box, said);
        trouble = said;
    }

    private void takeAll(ReplyMailProperties.Imap box) throws MessagingException {
        Session session = Session.getInstance(settings(box));
        try (Store store = session.getStore(box.tls() ? "imaps" : "imap")) {
            store.connect(box.host(), box.port(), box.user(), box.password());
            try (Folder folder = store.getFolder(box.folder())) {
                folder.open(Folder.READ_WRITE);
                Message[] unread = folder.search(new FlagTerm(new Flags(Flags.Flag.SEEN), false));
                for (int i = 0; i < Math.min(unread.length, MOST_AT_ONCE); i++) take(unread[i]);
            }
        }
    }

    private static Properties settings(ReplyMailProperties.Imap box) {
        String prefix = box.tls() ? "mail.imaps." : "mail.imap.";
        Properties settings = new Properties();
        for (String limit : new String[] {"connectiontimeout", "timeout", "writetimeout"})
            settings.put(prefix + limit, PATIENCE_MS);
        settings.put(prefix + "ssl.checkserveridentity", "true");
        // Read without being marked: whether it is done with is said below.
        settings.put(prefix + "peek", "true");
        return settings;
    }

    /** To whom the last server delivered it, as it notes there. */
    private static List<String> recipientsOf(Message mail) throws MessagingException {
        List<String> found = new ArrayList<>();
        for (String name : new String[] {"Delivered-To", "X-Original-To", "To"}) {
            String[] values = mail.getHeader(name);
            if (values != null)
                for (String value : values)
                    found.add(value.replaceAll(".*<|>.*", "").strip());
        }
        return found;
    }

    private void take(Message mail) throws MessagingException {
        try {
            if (mail.getSize() > LARGEST) LOG.warn("A mail of more than {} bytes wasn't read", LARGEST);
            else {
                ByteArrayOutputStream raw = new ByteArrayOutputStream();
                mail.writeTo(raw);
                intake.take(raw.toByteArray(), recipientsOf(mail));
            }
            mail.setFlag(Flags.Flag.SEEN, true);
        } catch (IOException | RuntimeException e) {
            LOG.error("A reply in the mailbox could not be kept; it stays unread", e);
        }
    }
}
