package upbeat.herald.server.delivery;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.Gateway;
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
    private static final long TICK_MILLIS = 500;
    private static final int DRAIN_SECONDS = 20;
    private static final Duration FIRST_TROUBLE_PAUSE = Duration.ofMillis(500);
    private static final Duration LONGEST_TROUBLE_PAUSE = Duration.ofSeconds(30);

    private final GatewayRegistry gateways;
    private final DueMessages due;
    private final WorkSignal signal;
    private final List<Thread> loops = new ArrayList<>();
    private final boolean autoStart;
    private volatile boolean running;
    private final MessageHandOver handOver;
    private final DeliveryUpkeep upkeep;
    private final DeliveryPauses pauses;
    private final SendingGate gate;

    Dispatcher(
            GatewayRegistry gateways,
            DueMessages due,
            WorkSignal signal,
            @Value("${herald.seed:false}") boolean seeding,
            MessageHandOver handOver,
            DeliveryUpkeep upkeep,
            DeliveryPauses pauses,
            SendingGate gate) {
        this.gateways = gateways;
        this.due = due;
        this.signal = signal;
        this.autoStart = !seeding;
        this.handOver = handOver;
        this.upkeep = upkeep;
        this.pauses = pauses;
        this.gate = gate;
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
        Gateway used = null;
        ExecutorService lanes = null;
        LoopPause trouble = new LoopPause(FIRST_TROUBLE_PAUSE, LONGEST_TROUBLE_PAUSE);
        long seen = 0;
        while (running) {
            try {
                Gateway gateway = gateways.find(channel).orElse(null);
                if (gateway != used) {
                    if (used != null) GatewayRegistry.close(used);
                    if (lanes != null) lanes.shutdown();
                    lanes = gateway == null ? null : lanes(gateway);
                    used = gateway;
                    pauses.forget(channel);
                }
                if (gateway != null) gateway.listen();
                boolean more = gateway != null && lanes != null && round(gateway, lanes);
                if (gateway == null) sayThereIsNone(channel);
                trouble.succeeded();
                if (!more) seen = signal.await(seen, gateway == null ? 10_000 : TICK_MILLIS);
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
        if (due.find(channel, 1).isEmpty()) return;
        due.markWaiting(channel, "No gateway for " + channel.label() + " is set up. Go to Setup, Gateways");
    }

    private static ExecutorService lanes(Gateway gateway) {
        return Executors.newFixedThreadPool(gateway.parallelism(), r -> {
            Thread t = new Thread(r, "lane-" + gateway.channel().code());
            t.setDaemon(true);
            return t;
        });
    }

    /** Handles what is due now. @return true where there may be more */
    private boolean round(Gateway gateway, ExecutorService lanes) throws InterruptedException {
        Channel channel = gateway.channel();
        if (pauses.millisLeft(channel) > 0 || !gate.isOpen(channel)) return false;
        List<MessageRepository.Due> found = due.find(channel, pauses.mostAtOnce(channel, AT_ONCE));
        if (found.isEmpty()) return false;
        Optional<String> away = gateway.findOutage();
        if (away.isPresent()) {
            pauses.away(channel, away.get());
            due.markWaiting(channel, away.get());
            return false;
        }
        List<Future<?>> work = new ArrayList<>();
        for (MessageRepository.Due next : found) {
            work.add(lanes.submit(() -> {
                // What went before it may have shown that the gateway takes nothing now.
                if (running && pauses.millisLeft(channel) == 0)
                    gate.pass(channel, next, () -> handOver.handOver(gateway, next.seq()));
            }));
        }
        java.util.concurrent.ExecutionException failed = null;
        for (Future<?> w : work) {
            try {
                w.get();
            } catch (java.util.concurrent.ExecutionException e) {
                failed = e;
            }
        }
        if (failed != null) throw new IllegalStateException("What became of a message could not be recorded", failed);
        return pauses.millisLeft(channel) == 0;
    }

    /**
     * Handles everything due on this thread until nothing is left; for filling a history, where time is moved by hand.
     */
    public void dispatchAllDue() {
        boolean more = true;
        while (more) {
            more = false;
            for (Gateway gateway : gateways.list()) {
                for (MessageRepository.Due next : due.find(gateway.channel(), AT_ONCE)) {
                    handOver.handOver(gateway, next.seq());
                    more = true;
                }
            }
        }
    }
}
