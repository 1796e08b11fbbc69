package upbeat.herald.server.platform.signal;

import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.ReentrantLock;
import org.springframework.stereotype.Component;

/** Rung after a commit that may have made something due; whoever dispatches waits for it. */
@Component
public class WorkSignal {
    private final ReentrantLock lock = new ReentrantLock();
    private final Condition rung = lock.newCondition();
    private long count;

    public void signal() {
        lock.lock();
        try {
            count++;
            rung.signalAll();
        } finally {
            lock.unlock();
        }
    }

    /** How often it was rung by now. */
    public long count() {
        lock.lock();
        try {
            return count;
        } finally {
            lock.unlock();
        }
    }

    /** Waits for a signal after {@code seen}, or for the time limit. @return how many signals there were by now */
    public long await(long seen, long millis) throws InterruptedException {
        lock.lock();
        try {
            long nanos = java.util.concurrent.TimeUnit.MILLISECONDS.toNanos(millis);
            while (count == seen && nanos > 0) nanos = rung.awaitNanos(nanos);
            return count;
        } finally {
            lock.unlock();
        }
    }
}
