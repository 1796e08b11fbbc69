package upbeat.herald.server.dispatch;

import java.io.IOException;
import java.time.InstantSource;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.dispatch.ChatTemplates.Kept;
import upbeat.herald.server.dispatch.ChatTemplates.Status;
import upbeat.herald.server.storage.Writer;

/**
 * Brings chat wordings to the network and follows what becomes of them: the network tells by its webhook, and is asked
 * besides, now and then on the machine's clock and whenever a message waits for an answer.
 */
@Component
public class ChatApprovals implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(ChatApprovals.class);
    private static final long ASK_MILLIS = 30_000;
    private static final long TRY_AGAIN_MILLIS = 5_000;

    private final Accounts accounts;
    private final ChatTemplates templates;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell brought = new Bell();
    private final Bell bell;
    private final boolean autoStart;
    private volatile Thread loop;

    ChatApprovals(
            Accounts accounts,
            ChatTemplates templates,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Bell bell,
            @Value("${herald.seed:false}") boolean seeding) {
        this.accounts = accounts;
        this.templates = templates;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
        this.autoStart = !seeding;
    }

    /** @param reason of a refusal */
    record Judgement(Status status, @Nullable String reason) {}

    /** Says that there may be new wordings to bring. */
    public void ring() {
        brought.ring();
    }

    /** What the network says of a wording by now; brings it there where that was never done. */
    Judgement judgement(ChatLine line, String name, Outgoing m) throws IOException, InterruptedException {
        Optional<Kept> kept = templates.find(reader, name);
        if (kept.isEmpty()) {
            ChatTemplates.Submission submission =
                    ChatTemplates.Submission.of(m.language(), m.content().template());
            writer.write(db -> {
                templates.bring(db, name, m.noticeId(), null, null, submission, clock.instant());
                return null;
            });
            kept = templates.find(reader, name);
        }
        Kept k = kept.orElseThrow();
        return k.status() == Status.APPROVED || k.status() == Status.REFUSED
                ? new Judgement(k.status(), k.reason())
                : asked(line, k);
    }

    private Judgement asked(ChatLine line, Kept k) throws IOException, InterruptedException {
        ChatLine.Answer answer =
                k.status() == Status.BROUGHT ? line.submit(k.name(), k.submission()) : line.judgement(k.name());
        if (answer.status() == 404 && k.status() == Status.PENDING)
            answer = line.submit(k.name(), k.submission()); // the network forgot it
        if (!answer.good() && !answer.objects()) return new Judgement(k.status(), null);
        Judgement said = !answer.good()
                ? new Judgement(Status.REFUSED, answer.said())
                : new Judgement(
                        Status.of(answer.body().path("status").asString("")),
                        answer.body().path("reason").asString(null));
        told(k.name(), said.status().code(), said.reason());
        return said;
    }

    /** The network says what became of a wording. */
    public void told(String name, String status, String reason) {
        boolean news = writer.write(db -> templates.judged(db, name, Status.of(status), reason, clock.instant()));
        if (news) bell.ring();
    }

    /** The network has lost a wording that it approved once. */
    void forgotten(String name) {
        told(name, Status.BROUGHT.code(), null);
        ring();
    }

    private void follow() {
        long seen = 0;
        while (loop == Thread.currentThread()) {
            try {
                seen = brought.await(seen, round() ? ASK_MILLIS : TRY_AGAIN_MILLIS);
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    /** False where it should be tried again soon. */
    private boolean round() throws InterruptedException {
        try {
            if (accounts.chat().url().isEmpty()) return true;
            ChatLine line = new ChatLine(accounts.chat());
            for (Kept k : templates.with(reader, Status.BROUGHT, Status.PENDING)) asked(line, k);
            return true;
        } catch (IOException e) {
            LOG.debug("The chat network can't be reached: {}", e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("Following chat approvals stumbled and goes on: {}", e.toString());
        }
        return false;
    }

    @Override
    public void start() {
        loop = new Thread(this::follow, "chat-approvals");
        loop.setDaemon(true);
        loop.start();
    }

    @Override
    public void stop() {
        Thread t = loop;
        loop = null;
        if (t != null) t.interrupt();
    }

    @Override
    public boolean isRunning() {
        return loop != null;
    }

    @Override
    public boolean isAutoStartup() {
        return autoStart;
    }
}
