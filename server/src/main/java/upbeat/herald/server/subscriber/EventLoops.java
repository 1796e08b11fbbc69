package upbeat.herald.server.subscriber;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.signal.WorkLoop;
import upbeat.herald.server.platform.signal.WorkSignal;

/** A loop for each subscriber, so that one that is slow keeps no other waiting. */
@Component
class EventLoops implements SmartLifecycle {
    private final SubscriberRepository subscribers;
    private final EventRound round;
    private final WorkSignal signal;
    private final JdbcClient reader;
    private final boolean autoStart;
    private final Map<String, WorkLoop> loops = new HashMap<>();
    private boolean isRunning;

    EventLoops(
            SubscriberRepository subscribers,
            EventRound round,
            WorkSignal signal,
            JdbcClient reader,
            @Value("${herald.seed:false}") boolean seeding) {
        this.subscribers = subscribers;
        this.round = round;
        this.signal = signal;
        this.reader = reader;
        this.autoStart = !seeding;
    }

    @Override
    public synchronized void start() {
        isRunning = true;
        update();
    }

    /** Subscribers came or went. */
    synchronized void update() {
        if (!isRunning) return;
        Set<String> there =
                subscribers.findAll(reader).stream().map(Subscriber::id).collect(Collectors.toSet());
        for (String gone : new HashSet<>(loops.keySet())) {
            WorkLoop loop = there.contains(gone) ? null : loops.remove(gone);
            if (loop != null) loop.stop();
        }
        for (String id : there)
            loops.computeIfAbsent(id, i -> WorkLoop.start("events-" + i, signal, () -> round.tell(i)));
    }

    @Override
    public synchronized void stop() {
        isRunning = false;
        loops.values().forEach(WorkLoop::stop);
        loops.clear();
    }

    @Override
    public boolean isAutoStartup() {
        return autoStart;
    }

    @Override
    public synchronized boolean isRunning() {
        return isRunning;
    }
}
