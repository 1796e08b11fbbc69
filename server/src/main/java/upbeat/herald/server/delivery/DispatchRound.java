package upbeat.herald.server.delivery;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
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

    /** So often it is looked behind messages whose accounts all wait. */
    private static final int MOST_LOOKS = 5;

    private static final long TICK_MILLIS = 500;
    /** Where nothing left, because it was held back or waits for another. */
    private static final long IDLE_MILLIS = 10;

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
        int looked = gateways.list(channel).size() == 1 ? Math.min(most, AT_ONCE) : LOOKED_AT;
        Assignment assigned = new Assignment(channel, open, Math.min(most, AT_ONCE));
        for (int i = 0; i < MOST_LOOKS && assigned.groups.isEmpty(); i++) {
            List<Due> found = due.find(channel, rates.findFull(channel), assigned.unserved, looked);
            if (found.isEmpty()) break;
            if (!assigned.add(found)) break;
        }
        if (assigned.outage != null && !assigned.unsaid.isEmpty()) due.markWaiting(assigned.unsaid, assigned.outage);
        if (assigned.groups.isEmpty()) return waitAfter(channel, open, assigned);
        boolean hasMoved = submit(assigned, lanes, isGoingOn);
        if (accounts.list(channel).isEmpty()) return TICK_MILLIS;
        if (assigned.isHeldBack) return Math.min(TICK_MILLIS, Math.max(1, millisUntilFree(open)));
        return hasMoved ? 0 : IDLE_MILLIS;
    }

    private long waitAfter(Channel channel, List<GatewayAccount> open, Assignment assigned) {
        if (assigned.outage != null && accounts.list(channel).isEmpty()) {
            due.markWaiting(channel, assigned.outage);
            return TICK_MILLIS;
        }
        // What is left is for accounts that wait, or for receivers that get nothing more now.
        if (assigned.isReceiverFull) return IDLE_MILLIS;
        return assigned.isHeldBack ? Math.min(TICK_MILLIS, Math.max(1, millisUntilFree(open))) : TICK_MILLIS;
    }

    private long millisUntilFree(List<GatewayAccount> open) {
        return open.stream().mapToLong(rates::millisUntilFree).min().orElse(TICK_MILLIS);
    }

    /** Which message goes where; the messages of one customer stand together. */
    private final class Assignment {
        final Map<String, List<Work>> groups = new LinkedHashMap<>();
        private final Map<String, Optional<String>> outages = new HashMap<>();
        private final Map<String, Integer> taken = new HashMap<>();
        /** Countries whose accounts all wait. */
        final Set<String> unserved = new HashSet<>();

        /** Of these nothing says yet why they wait. */
        final List<Long> unsaid = new ArrayList<>();

        private final Channel channel;
        private final List<GatewayAccount> open;
        private final int most;
        boolean isHeldBack;
        boolean isReceiverFull;

        @Nullable String outage;

        Assignment(Channel channel, List<GatewayAccount> open, int most) {
            this.channel = channel;
            this.open = open;
            this.most = most;
        }

        /** @return true where others may be behind these, which none of the open accounts is for */
        boolean add(List<Due> found) {
            int begun = 0;
            int before = unserved.size();
            for (Due next : found) {
                if (begun == most) return false;
                String customer = next.address() == null ? "#" + next.seq() : next.address();
                GatewayAccount account =
                        choose(GatewayRegistry.order(gateways.list(channel), next.country(), customer), open);
                if (account == null) {
                    unserved.add(Texts.orEmpty(next.country()));
                    if (next.isPlanned()) unsaid.add(next.seq());
                    continue;
                }
                if (!take(account, next)) {
                    isHeldBack = true;
                    continue;
                }
                begun++;
                groups.computeIfAbsent(customer, c -> new ArrayList<>()).add(new Work(account, next));
            }
            return unserved.size() > before;
        }

        private @Nullable GatewayAccount choose(List<GatewayAccount> order, List<GatewayAccount> open) {
            for (GatewayAccount account : order) {
                if (!open.contains(account)) {
                    outage = pauses.find(account.id())
                            .map(DeliveryPauses.Trouble::reason)
                            .orElse(outage);
                    continue;
                }
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

    /** @return true where at least one was given to its gateway */
    private boolean submit(Assignment assigned, ExecutorService lanes, BooleanSupplier isGoingOn)
            throws InterruptedException {
        List<Future<Boolean>> running = new ArrayList<>();
        for (List<Work> group : assigned.groups.values()) running.add(lanes.submit(() -> handOver(group, isGoingOn)));
        boolean hasMoved = false;
        ExecutionException failed = null;
        for (Future<Boolean> one : running) {
            try {
                hasMoved |= one.get();
            } catch (ExecutionException e) {
                failed = e;
            }
        }
        if (failed != null) throw new IllegalStateException("What became of a message could not be recorded", failed);
        return hasMoved;
    }

    private boolean handOver(List<Work> group, BooleanSupplier isGoingOn) {
        boolean hasMoved = false;
        for (Work work : group) hasMoved |= handOver(work, isGoingOn);
        return hasMoved;
    }

    private boolean handOver(Work work, BooleanSupplier isGoingOn) {
        boolean isHandedOver = false;
        try {
            // What went before it may have shown that the account takes nothing now.
            if (isGoingOn.getAsBoolean() && pauses.millisLeft(work.account().id()) == 0)
                isHandedOver = order.handOver(work.account(), work.message());
            return isHandedOver;
        } finally {
            if (!isHandedOver) rates.giveBack(work.account(), work.message().receiver());
        }
    }
}
