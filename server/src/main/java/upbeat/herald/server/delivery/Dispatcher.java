package upbeat.herald.server.delivery;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
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

    private final GatewayRegistry gateways;
    private final MessageRepository messages;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;
    private final List<Thread> loops = new ArrayList<>();
    private final boolean autoStart;
    private volatile boolean running;
    private final MessageHandOver handOver;

    Dispatcher(
            GatewayRegistry gateways,
            MessageRepository messages,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal,
            @Value("${herald.seed:false}") boolean seeding,
            MessageHandOver handOver) {
        this.gateways = gateways;
        this.messages = messages;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
        this.autoStart = !seeding;
        this.handOver = handOver;
    }

    @Override
    public void start() {
        handOver.sweepAbandoned();
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
                loop.join(5000);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
        loops.clear();
    }

    /** False while a history is filled in, where {@link #drain} does the work. */
    @Override
    public boolean isAutoStartup() {
        return autoStart;
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Hand-overs that nobody finished. */
    private void keepHouse() {
        long seen = 0;
        while (running) {
            try {
                seen = signal.await(seen, 10_000);
                handOver.sweepAbandoned();
            } catch (InterruptedException e) {
                return;
            } catch (RuntimeException e) {
                if (running) LOG.error("Housekeeping failed and will be repeated: {}", e.toString());
            }
        }
    }

    private void loop(Channel channel) {
        Gateway used = null;
        ExecutorService lanes = null;
        long seen = 0;
        while (running) {
            try {
                Gateway gateway = gateways.find(channel).orElse(null);
                if (gateway != used) {
                    if (used != null) GatewayRegistry.close(used);
                    if (lanes != null) lanes.shutdown();
                    lanes = gateway == null ? null : lanes(gateway);
                    used = gateway;
                }
                boolean more = gateway != null && lanes != null && round(gateway, lanes);
                if (gateway == null
                        && !messages.findDue(reader, channel, clock.instant(), 1)
                                .isEmpty())
                    writer.writeAside(db -> messages.markAllWaiting(
                            db,
                            channel,
                            "No gateway for " + channel.label() + " is set up. Go to Setup, Gateways",
                            clock.instant()));
                if (!more) seen = signal.await(seen, gateway == null ? 10_000 : TICK_MILLIS);
            } catch (InterruptedException e) {
                break;
            } catch (RuntimeException e) {
                if (running) LOG.error("Sending by {} failed and will be repeated: {}", channel.label(), e.toString());
                try {
                    Thread.sleep(TICK_MILLIS);
                } catch (InterruptedException stop) {
                    break;
                }
            }
        }
        if (lanes != null) lanes.shutdown();
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
        List<Long> due = messages.findDue(reader, gateway.channel(), clock.instant(), AT_ONCE);
        if (due.isEmpty()) return false;
        Optional<String> away = gateway.findOutage();
        if (away.isPresent()) {
            writer.writeAside(db -> messages.markAllWaiting(db, gateway.channel(), away.get(), clock.instant()));
            return false;
        }
        List<Future<?>> work = due.stream()
                .<Future<?>>map(seq -> lanes.submit(() -> handOver.handOver(gateway, seq)))
                .toList();
        for (Future<?> w : work) {
            try {
                w.get();
            } catch (java.util.concurrent.ExecutionException e) {
                LOG.error("A message could not be handled: {}", String.valueOf(e.getCause()));
            }
        }
        return true;
    }

    /**
     * Handles everything due on this thread until nothing is left; for filling a history, where time is moved by hand.
     */
    public void dispatchAllDue() {
        boolean more = true;
        while (more) {
            more = false;
            for (Gateway gateway : gateways.list()) {
                for (long seq : messages.findDue(reader, gateway.channel(), clock.instant(), AT_ONCE)) {
                    handOver.handOver(gateway, seq);
                    more = true;
                }
            }
        }
    }
}
