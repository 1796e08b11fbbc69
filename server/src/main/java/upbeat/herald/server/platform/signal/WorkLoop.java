package upbeat.herald.server.platform.signal;

import java.time.Duration;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Something that is done again and again on a thread of its own: after each signal, and now and then. What fails is
 * logged and done again after growing waits.
 */
public final class WorkLoop {
    private static final Logger LOG = LoggerFactory.getLogger(WorkLoop.class);
    private static final long TICK_MILLIS = 1_000;
    private static final int DRAIN_SECONDS = 25;

    private final String name;
    private final WorkSignal signal;
    private final BooleanSupplier work;
    private final Thread thread;
    private volatile boolean running = true;

    /** @param work returns true where there may be more to do at once */
    public static WorkLoop start(String name, WorkSignal signal, BooleanSupplier work) {
        WorkLoop loop = new WorkLoop(name, signal, work);
        loop.thread.start();
        return loop;
    }

    private WorkLoop(String name, WorkSignal signal, BooleanSupplier work) {
        this.name = name;
        this.signal = signal;
        this.work = work;
        this.thread = new Thread(this::run, name);
        thread.setDaemon(true);
    }

    public boolean isAlive() {
        return thread.isAlive();
    }

    /** Waits until what is in hand is done. */
    public void stop() {
        running = false;
        thread.interrupt();
        try {
            thread.join(TimeUnit.SECONDS.toMillis(DRAIN_SECONDS));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void run() {
        LoopPause pause = new LoopPause(Duration.ofMillis(500), Duration.ofSeconds(30));
        long seen = 0;
        while (running) {
            try {
                boolean more = work.getAsBoolean();
                pause.succeeded();
                if (!more) seen = signal.await(seen, TICK_MILLIS);
            } catch (InterruptedException e) {
                return;
            } catch (Throwable e) {
                pause.failed(System.nanoTime());
                long wait = pause.millisLeft(System.nanoTime());
                if (running) LOG.error("{} failed and will be repeated in {} ms", name, wait, e);
                if (!sleep(wait)) return;
            }
        }
    }

    private static boolean sleep(long millis) {
        try {
            Thread.sleep(millis);
            return true;
        } catch (InterruptedException e) {
            return false;
        }
    }
}
