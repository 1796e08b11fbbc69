package upbeat.herald.server.delivery;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.random.RandomGenerator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.Gateway;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.channel.HandOver;
import upbeat.herald.server.channel.OutgoingMessage;
import upbeat.herald.server.message.ChannelFallback;
import upbeat.herald.server.message.MessagePreparation;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.message.ReceiptService;
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
    private final MessagePreparation prepare;
    private final ReceiptService receipts;
    private final ChannelFallback next;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;
    private final Set<Long> inHand = ConcurrentHashMap.newKeySet();
    private final RandomGenerator random = new java.util.SplittableRandom(1);
    private final List<Thread> loops = new ArrayList<>();
    private final boolean autoStart;
    private volatile boolean running;

    Dispatcher(
            GatewayRegistry gateways,
            MessageRepository messages,
            MessagePreparation prepare,
            ReceiptService receipts,
            ChannelFallback next,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal,
            @Value("${herald.seed:false}") boolean seeding) {
        this.gateways = gateways;
        this.messages = messages;
        this.prepare = prepare;
        this.receipts = receipts;
        this.next = next;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
        this.autoStart = !seeding;
    }

    @Override
    public void start() {
        sweepAbandoned();
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

    /**
     * Messages left in hand by a process that died: sent again where the gateway knows their id, else marked unsure for
     * a person to settle. Nothing that this process holds in its own hands is touched.
     */
    public void sweepAbandoned() {
        Set<Channel> knowing = new java.util.HashSet<>();
        gateways.list().stream()
                .filter(Gateway::isIdempotent)
                .map(Gateway::channel)
                .forEach(knowing::add);
        writer.writeAside(db -> {
            for (MessageRow m : messages.findSending(db)) {
                if (inHand.contains(m.seq())) continue;
                if (knowing.contains(m.recipient().channel()))
                    messages.markWaiting(
                            db,
                            m.seq(),
                            "Upbeat Herald stopped while sending this. It is sent again under the same ID",
                            null);
                else
                    messages.markUnsure(
                            db,
                            m.seq(),
                            "Upbeat Herald stopped while sending this. Check whether it was delivered, then record it here");
            }
            return null;
        });
    }

    /** Hand-overs that nobody finished. */
    private void keepHouse() {
        long seen = 0;
        while (running) {
            try {
                seen = signal.await(seen, 10_000);
                if (messages.findSending(reader).stream().anyMatch(m -> !inHand.contains(m.seq()))) sweepAbandoned();
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
                boolean more = gateway != null && round(gateway, lanes);
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
                .<Future<?>>map(seq -> lanes.submit(() -> one(gateway, seq)))
                .toList();
        for (Future<?> w : work) {
            try {
                w.get();
            } catch (java.util.concurrent.ExecutionException e) {
                LOG.error("A message could not be handled: {}", e.getCause().toString());
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
                    one(gateway, seq);
                    more = true;
                }
            }
        }
    }

    private void one(Gateway gateway, long seq) {
        Instant now = clock.instant();
        MessageRow m = messages.find(reader, seq).orElseThrow();
        MessagePreparation.Outcome outcome = prepare.prepare(reader, m, now);
        if (outcome instanceof MessagePreparation.Outcome.Held held) {
            writer.writeAside(db -> held.reason().code() == Reason.Code.ANSWERED
                    ? messages.markCancelled(db, seq, held.reason())
                    : messages.markWithheld(db, seq, held.reason()));
        } else if (outcome instanceof MessagePreparation.Outcome.NotYet notYet) {
            writer.writeAside(db -> {
                messages.updateDueAt(db, seq, notYet.due());
                return null;
            });
        } else if (outcome instanceof MessagePreparation.Outcome.Ready ready) {
            inHand.add(seq);
            try {
                if (!writer.writeAside(db -> messages.claim(db, m, ready, now))) return;
                record(
                        m,
                        gateway.handOver(new OutgoingMessage(
                                m.id(),
                                m.origin().noticeId(),
                                ready.to(),
                                ready.language(),
                                ready.brand(),
                                ready.content(),
                                ready.question(),
                                now)));
            } finally {
                inHand.remove(seq);
            }
        }
    }

    private void record(MessageRow m, HandOver end) {
        Instant now = clock.instant();
        writer.writeAside(db -> {
            if (end instanceof HandOver.Accepted accepted) {
                messages.markAccepted(db, m.seq(), accepted.ref(), now);
                if (accepted.ref() != null)
                    receipts.applyPending(db, m.recipient().channel(), accepted.ref());
            } else if (end instanceof HandOver.Refused refused) {
                messages.markFailed(db, m.seq(), refused.reason());
                next.planNext(db, m);
            } else if (end instanceof HandOver.Later later) {
                if (m.state().attempt() + 1 >= Backoff.MOST_TRIES) {
                    messages.markFailed(db, m.seq(), later.reason() + " (" + Backoff.MOST_TRIES + " attempts)");
                    next.planNext(db, m);
                } else
                    messages.markWaiting(
                            db,
                            m.seq(),
                            later.reason(),
                            now.plus(Backoff.delayAfter(m.state().attempt() + 1, random)));
            } else if (end instanceof HandOver.Away away) {
                messages.markWaiting(db, m.seq(), away.reason(), null);
            } else if (end instanceof HandOver.Unsure unsure) {
                if (gateways.find(m.recipient().channel())
                        .map(Gateway::isIdempotent)
                        .orElse(false))
                    messages.markWaiting(
                            db,
                            m.seq(),
                            unsure.reason(),
                            now.plus(Backoff.delayAfter(m.state().attempt() + 1, random)));
                else
                    messages.markUnsure(
                            db, m.seq(), unsure.reason() + ". Check whether it was delivered, then record it here");
            }
            return null;
        });
    }
}
