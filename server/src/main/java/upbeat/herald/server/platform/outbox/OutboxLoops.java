package upbeat.herald.server.platform.outbox;

import java.util.ArrayList;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.signal.WorkLoop;
import upbeat.herald.server.platform.signal.WorkSignal;

/** A loop for each kind, so that a shop that doesn't answer keeps no mail waiting. */
@Component
class OutboxLoops implements SmartLifecycle {
    private final List<OutboxSender> senders;
    private final OutboxRound round;
    private final WorkSignal signal;
    private final boolean autoStart;
    private final List<WorkLoop> loops = new ArrayList<>();

    OutboxLoops(
            List<OutboxSender> senders,
            OutboxRound round,
            WorkSignal signal,
            @Value("${herald.seed:false}") boolean seeding) {
        this.senders = senders;
        this.round = round;
        this.signal = signal;
        this.autoStart = !seeding;
    }

    @Override
    public void start() {
        for (OutboxSender sender : senders)
            loops.add(WorkLoop.start("outbox-" + sender.kind(), signal, () -> round.tellDue(sender)));
    }

    @Override
    public void stop() {
        loops.forEach(WorkLoop::stop);
        loops.clear();
    }

    @Override
    public boolean isAutoStartup() {
        return autoStart;
    }

    @Override
    public boolean isRunning() {
        return !loops.isEmpty();
    }
}
