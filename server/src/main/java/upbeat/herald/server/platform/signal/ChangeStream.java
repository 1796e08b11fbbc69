package upbeat.herald.server.platform.signal;

import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.Iterator;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.web.TooManyCallsException;

/**
 * Tells open screens that something was kept, so that they needn't ask all the time: server-sent events (HTML Living
 * Standard, 9.2). What changed isn't said; a screen asks again for what it shows. Changes that follow each other
 * closely are told once. A stream ends with its session.
 */
@Component
public class ChangeStream implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(ChangeStream.class);
    private static final long LOOK_MILLIS = 500;
    /** Comments keep proxies from closing a silent line, and find lines that are gone. */
    private static final int BEAT_EVERY = 30;

    private static final int MOST_STREAMS = 500;
    private static final int MOST_A_SESSION = 8;
    private static final int SENDERS = 4;

    private final DatabaseWriter writer;
    private final WorkSignal signal;
    private final Queue<Stream> streams = new ConcurrentLinkedQueue<>();
    private final ScheduledExecutorService timer =
            Executors.newSingleThreadScheduledExecutor(r -> daemon(r, "changes"));
    private final ExecutorService senders = Executors.newFixedThreadPool(SENDERS, r -> daemon(r, "changes-sender"));
    private long seenCommits;
    private long seenSignals;
    private int looks;

    ChangeStream(DatabaseWriter writer, WorkSignal signal) {
        this.writer = writer;
        this.signal = signal;
        timer.scheduleWithFixedDelay(this::look, LOOK_MILLIS, LOOK_MILLIS, TimeUnit.MILLISECONDS);
    }

    private static Thread daemon(Runnable work, String name) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        return thread;
    }

    /** One open screen. @param sending true while a line is on its way, so that a slow one isn't waited for */
    private record Stream(SseEmitter emitter, HttpSession session, AtomicBoolean sending) {
        boolean isSignedIn() {
            try {
                return session.getLastAccessedTime() >= 0;
            } catch (IllegalStateException e) {
                return false; // the session ended
            }
        }
    }

    /** @throws TooManyCallsException where too many screens are open */
    SseEmitter open(HttpSession session) {
        endOldest(session);
        if (streams.size() >= MOST_STREAMS)
            throw new TooManyCallsException("Too many open screens. Close some, then load the page again");
        SseEmitter emitter = new SseEmitter(0L);
        Stream stream = new Stream(emitter, session, new AtomicBoolean());
        emitter.onCompletion(() -> streams.remove(stream));
        emitter.onTimeout(emitter::complete);
        emitter.onError(e -> streams.remove(stream));
        streams.add(stream);
        send(stream, SseEmitter.event().name("open").data("{}"));
        return emitter;
    }

    /** A page that was left or loaded again may not have been noticed yet: of one session the newest screens count. */
    private void endOldest(HttpSession session) {
        List<Stream> own = streams.stream()
                .filter(s -> s.session().getId().equals(session.getId()))
                .toList();
        for (Stream oldest : own.subList(0, Math.max(0, own.size() - MOST_A_SESSION + 1))) {
            streams.remove(oldest);
            oldest.emitter().complete();
        }
    }

    private void look() {
        try {
            long commits = writer.commits();
            long signals = signal.count();
            boolean isBeat = ++looks % BEAT_EVERY == 0;
            boolean isChanged = commits != seenCommits || signals != seenSignals;
            seenCommits = commits;
            seenSignals = signals;
            if (!isBeat && !isChanged) return;
            for (Iterator<Stream> each = streams.iterator(); each.hasNext(); ) {
                Stream stream = each.next();
                if (!stream.isSignedIn()) {
                    each.remove();
                    stream.emitter().complete();
                } else
                    send(
                            stream,
                            isChanged
                                    ? SseEmitter.event().name("changed").data("{}")
                                    : SseEmitter.event().comment("beat"));
            }
        } catch (Throwable e) { // the loop must go on for all other screens
            LOG.error("Screens could not be told of a change", e);
        }
    }

    private void send(Stream stream, SseEmitter.SseEventBuilder event) {
        if (!stream.sending().compareAndSet(false, true)) return;
        try {
            senders.execute(() -> {
                try {
                    stream.emitter().send(event);
                } catch (IOException | IllegalStateException e) {
                    streams.remove(stream); // the screen is gone
                } finally {
                    stream.sending().set(false);
                }
            });
        } catch (RejectedExecutionException e) {
            stream.sending().set(false); // the product is being stopped
        }
    }

    /** How many screens listen. */
    int size() {
        return streams.size();
    }

    @Override
    public void destroy() {
        timer.shutdownNow();
        streams.forEach(s -> s.emitter().complete());
        senders.shutdownNow();
    }
}
