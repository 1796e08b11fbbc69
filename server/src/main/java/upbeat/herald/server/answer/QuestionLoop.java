package upbeat.herald.server.answer;

import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import upbeat.herald.server.platform.signal.WorkLoop;
import upbeat.herald.server.platform.signal.WorkSignal;

/** Looks at open questions again and again; not while a history is filled in. */
@Component
class QuestionLoop implements SmartLifecycle {
    private final QuestionSweep sweep;
    private final WorkSignal signal;
    private final boolean autoStart;
    private @Nullable WorkLoop loop;

    QuestionLoop(QuestionSweep sweep, WorkSignal signal, @Value("${herald.seed:false}") boolean seeding) {
        this.sweep = sweep;
        this.signal = signal;
        this.autoStart = !seeding;
    }

    @Override
    public void start() {
        loop = WorkLoop.start("questions", signal, sweep::sweep);
    }

    @Override
    public void stop() {
        if (loop != null) loop.stop();
        loop = null;
    }

    @Override
    public boolean isAutoStartup() {
        return autoStart;
    }

    @Override
    public boolean isRunning() {
        return loop != null;
    }
}
