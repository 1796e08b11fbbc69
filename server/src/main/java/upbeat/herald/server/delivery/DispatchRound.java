package upbeat.herald.server.delivery;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.channel.GatewayAccount;
import upbeat.herald.server.channel.GatewayRegistry;
import upbeat.herald.server.message.MessageRepository.Due;

/**
 * One look at what is due on a channel: each message goes to the first account that is for it, takes messages and has
 * room, and the messages of one customer leave one after the other.
 */
@Component
class DispatchRound {
    private static final int AT_ONCE = 64;
    /** With several accounts, those in front may all be for one that is full. */
    private static final int LOOKED_AT = 512;

    private static final long TICK_MILLIS = 500;

    private final GatewayRegistry gateways;
    private final DueMessages due;
    private final DeliveryPauses pauses;
    private final SendingRates rates;
    private final SendingGate gate;
    private final OpenAccounts accounts;
    private final CustomerOrder order;

    DispatchRound(
            GatewayRegistry gateways,
            DueMessages due,
            DeliveryPauses pauses,
            SendingRates rates,
            SendingGate gate,
            OpenAccounts accounts,
            CustomerOrder order) {
        this.gateways = gateways;
        this.due = due;
        this.pauses = pauses;
        this.rates = rates;
        this.gate = gate;
        this.accounts = accounts;
        this.order = order;
    }

    private record Work(GatewayAccount account, Due message) {}

    /**
     * Handles what is due now.
     *
     * @param isGoingOn false when the application stops: what was not begun then waits
     * @return milliseconds until it is worth looking again; 0 where there may be more now
     */
    long run(Channel channel, ExecutorService lanes, BooleanSupplier isGoingOn) throws InterruptedException {
        List<GatewayAccount> open = accounts.list(channel);
        if (open.isEmpty() || !gate.isOpen(channel)) return TICK_MILLIS;
        int most = open.stream()
                .mapToInt(a -> rates.available(a, pauses.mostAtOnce(a.id(), AT_ONCE)))
                .sum();
        if (most == 0) return millisUntilFree(open);
        List<Due> found = due.find(
                channel,
                rates.findFull(channel),
                gateways.list(channel).size() == 1 ? Math.min(most, AT_ONCE) : LOOKED_AT);
        if (found.isEmpty()) return TICK_MILLIS;
        Assignment assigned = new Assignment(channel, open, found, Math.min(most, AT_ONCE));
        if (assigned.groups.isEmpty()) return waitAfter(channel, open, assigned);
        submit(assigned, lanes, isGoingOn);
        if (accounts.list(channel).isEmpty()) return TICK_MILLIS;
        return assigned.isHeldBack ? Math.min(TICK_MILLIS, millisUntilFree(open)) : 0;
    }

    private long waitAfter(Channel channel, List<GatewayAccount> open, Assignment assigned) {
        if (assigned.outage != null && accounts.list(channel).isEmpty()) {
            due.markWaiting(channel, assigned.outage);
            return TICK_MILLIS;
        }
        // What is left is for accounts that wait, or for receivers that get nothing more now.
        return assigned.isReceiverFull ? 0 : Math.min(TICK_MILLIS, Math.max(1, millisUntilFree(open)));
    }

    private long millisUntilFree(List<GatewayAccount> open) {
        return open.stream().mapToLong(rates::millisUntilFree).min().orElse(TICK_MILLIS);
    }

    /** Which message goes where; the messages of one customer stand together. */
    private final class Assignment {
        final Map<String, List<Work>> groups = new LinkedHashMap<>();
        private final Map<String, Optional<String>> outages = new HashMap<>();
        private final Map<String, Integer> taken = new HashMap<>();
        boolean isHeldBack;
        boolean isReceiverFull;

        @Nullable String outage;

        Assignment(Channel channel, List<GatewayAccount> open, List<Due> found, int most) {
            int begun = 0;
            for (Due next : found) {
                if (begun == most) return;
                String customer = next.address() == null ? "#" + next.seq() : next.address();
                GatewayAccount account =
                        choose(GatewayRegistry.order(gateways.list(channel), next.country(), customer), open);
                if (account == null) continue;
                if (!take(account, next)) {
                    isHeldBack = true;
                    continue;
                }
                begun++;
                groups.computeIfAbsent(customer, c -> new ArrayList<>()).add(new Work(account, next));
            }
        }

        private @Nullable GatewayAccount choose(List<GatewayAccount> order, List<GatewayAccount> open) {
            for (GatewayAccount account : order) {
                if (!open.contains(account)) continue;
                Optional<String> away = outages.computeIfAbsent(account.id(), id -> ask(account));
                if (away.isEmpty()) return account;
                outage = away.get();
            }
            return null;
        }

        private Optional<String> ask(GatewayAccount account) {
            Optional<String> away = account.gateway().findOutage();
            away.ifPresent(reason -> pauses.away(account.id(), reason));
            return away;
        }

        private boolean take(GatewayAccount account, Due next) {
            int already = taken.getOrDefault(account.id(), 0);
            if (already >= pauses.mostAtOnce(account.id(), AT_ONCE)) return false;
            if (!rates.take(account, next.receiver())) {
                isReceiverFull |= rates.available(account, 1) > 0;
                return false;
            }
            taken.put(account.id(), already + 1);
            return true;
        }
    }

    private void submit(Assignment assigned, ExecutorService lanes, BooleanSupplier isGoingOn)
            throws InterruptedException {
        List<Future<?>> running = new ArrayList<>();
        for (List<Work> group : assigned.groups.values())
            running.add(lanes.submit(() -> group.forEach(work -> handOver(work, isGoingOn))));
        ExecutionException failed = null;
        for (Future<?> one : running) {
            try {
                one.get();
            } catch (ExecutionException e) {
                failed = e;
            }
        }
        if (failed != null) throw new IllegalStateException("What became of a message could not be recorded", failed);
    }

    private void handOver(Work work, BooleanSupplier isGoingOn) {
        boolean isHandedOver = false;
        try {
            // What went before it may have shown that the account takes nothing now.
            if (isGoingOn.getAsBoolean() && pauses.millisLeft(work.account().id()) == 0)
                isHandedOver = order.handOver(work.account(), work.message());
        } finally {
            if (!isHandedOver) rates.giveBack(work.account(), work.message().receiver());
        }
    }
}
