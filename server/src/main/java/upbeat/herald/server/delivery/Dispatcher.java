package upbeat.herald.server.delivery;

import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.GatewayAccount;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.platform.signal.LoopPause;
import upbeat.herald.server.platform.signal.WorkSignal;

/**
 * Hands due messages to their gateways: due, claimed, rendered, handed over, recorded. Each channel has a loop of its
 * own, so that a gateway that is away keeps nobody else waiting; its messages wait until it answers again, which is
 * asked of it on the machine's clock and not on the product's.
 */
@Component
public class Dispatcher implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Dispatcher.class);
    private static final int AT_ONCE = 64;
    private static final long NO_GATEWAY_MILLIS = 10_000;
    private static final int DRAIN_SECONDS = 20;
    private static final Duration FIRST_TROUBLE_PAUSE = Duration.ofMillis(500);
    private static final Duration LONGEST_TROUBLE_PAUSE = Duration.ofSeconds(30);

    private final GatewayRegistry gateways;
    private final DueMessages due;
    private final WorkSignal signal;
    private final List<Thread> loops = new CopyOnWriteArrayList<>();
    private final boolean autoStart;
    private volatile boolean running;
    private final MessageHandOver handOver;
    private final DeliveryUpkeep upkeep;
    private final DeliveryPauses pauses;
    private final DispatchRound round;

    Dispatcher(
            GatewayRegistry gateways,
            DueMessages due,
            WorkSignal signal,
            @Value("${herald.seed:false}") boolean seeding,
            MessageHandOver handOver,
            DeliveryUpkeep upkeep,
            DeliveryPauses pauses,
            DispatchRound round) {
        this.gateways = gateways;
        this.due = due;
        this.signal = signal;
        this.autoStart = !seeding;
        this.handOver = handOver;
        this.upkeep = upkeep;
        this.pauses = pauses;
        this.round = round;
    }

    @Override
    public void start() {
        upkeep.settleAbandoned();
        running = true;
        for (Channel channel : Channel.all()) {
            Thread loop = new Thread(() -> loop(channel), "dispatch-" + channel.code());
            loop.setDaemon(true);
            loops.add(loop);
            loop.start();
        }
        Thread keeper = new Thread(this::keepHouse, "dispatch-keeper");
        keeper.setDaemon(true);
        loops.add(keeper);
        keeper.start();
    }

    @Override
    public void stop() {
        running = false;
        loops.forEach(Thread::interrupt);
        for (Thread loop : loops) {
            try {
                loop.join(TimeUnit.SECONDS.toMillis(DRAIN_SECONDS + 5));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
        loops.clear();
    }

    /** False while a history is filled in, where {@link #dispatchAllDue} does the work. */
    @Override
    public boolean isAutoStartup() {
        return autoStart;
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Names of the loops that ended though the dispatcher runs. */
    List<String> findDeadLoops() {
        return !running
                ? List.of()
                : List.copyOf(loops).stream()
                        .filter(loop -> !loop.isAlive())
                        .map(Thread::getName)
                        .toList();
    }

    private void keepHouse() {
        long seen = 0;
        while (running) {
            try {
                seen = signal.await(seen, 10_000);
                upkeep.sweep();
            } catch (InterruptedException e) {
                return;
            } catch (Throwable e) {
                if (running) LOG.error("Housekeeping failed and will be repeated", e);
            }
        }
    }

    private void loop(Channel channel) {
        List<GatewayAccount> used = List.of();
        ExecutorService lanes = null;
        LoopPause trouble = new LoopPause(FIRST_TROUBLE_PAUSE, LONGEST_TROUBLE_PAUSE);
        long seen = 0;
        while (running) {
            try {
                List<GatewayAccount> accounts = gateways.list(channel);
                if (!accounts.equals(used)) {
                    if (lanes != null) lanes.shutdown();
                    lanes = accounts.isEmpty() ? null : lanes(channel, accounts);
                    leave(used, accounts);
                    used = accounts;
                }
                accounts.forEach(a -> a.gateway().listen());
                long wait = lanes == null ? NO_GATEWAY_MILLIS : round.run(channel, lanes, () -> running);
                if (lanes == null) sayThereIsNone(channel);
                trouble.succeeded();
                if (wait > 0) seen = signal.await(seen, wait);
            } catch (InterruptedException e) {
                break;
            } catch (Throwable e) {
                trouble.failed(System.nanoTime());
                if (running)
                    LOG.error(
                            "Sending by {} failed and will be repeated in {} ms",
                            channel.label(),
                            trouble.millisLeft(System.nanoTime()),
                            e);
                try {
                    Thread.sleep(trouble.millisLeft(System.nanoTime()));
                } catch (InterruptedException stop) {
                    break;
                }
            }
        }
        if (lanes != null) drain(lanes);
    }

    /** What is no longer used is closed, and what was said of it is over. */
    private void leave(List<GatewayAccount> used, List<GatewayAccount> now) {
        for (GatewayAccount account : used) {
            if (now.stream().noneMatch(a -> a.gateway() == account.gateway())) {
                GatewayRegistry.close(account.gateway());
                pauses.forget(account.id());
            }
        }
    }

    /**
     * What is in hand when the application stops is brought to its end; what was not begun waits for the next start.
     */
    private static void drain(ExecutorService lanes) {
        lanes.shutdown();
        try {
            if (!lanes.awaitTermination(DRAIN_SECONDS, TimeUnit.SECONDS))
                LOG.warn("Some messages were still being handed over when the application stopped");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void sayThereIsNone(Channel channel) {
        if (due.find(channel, Set.of(), Set.of(), 1).isEmpty()) return;
        due.markWaiting(channel, "No gateway for " + channel.label() + " is set up. Go to Setup, Gateways");
    }

    private static ExecutorService lanes(Channel channel, List<GatewayAccount> accounts) {
        int together =
                accounts.stream().mapToInt(a -> a.gateway().parallelism()).sum();
        return Executors.newFixedThreadPool(together, r -> {
            Thread t = new Thread(r, "lane-" + channel.code());
            t.setDaemon(true);
            return t;
        });
    }

    /**
     * Handles everything due on this thread until nothing is left; for filling a history, where time is moved by hand.
     */
    public void dispatchAllDue() {
        boolean more = true;
        while (more) {
            more = false;
            for (GatewayAccount account : gateways.list()) {
                for (MessageRepository.Due next : due.find(account.channel(), Set.of(), Set.of(), AT_ONCE)) {
                    handOver.handOver(account, next.seq());
                    more = true;
                }
            }
        }
    }
}
