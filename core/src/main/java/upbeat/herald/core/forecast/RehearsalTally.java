package upbeat.herald.core.forecast;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.notice.FloodLimit;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.Reason;
import upbeat.herald.core.timing.CustomerClock;

/**
 * Counts what a rehearsal brings, order by order. Not for several threads: each counts for itself, see {@link #add}.
 */
public final class RehearsalTally {
    private static final int HOURS_OF_WEEK = 7 * 24;
    private static final int MOST_CUSTOMERS = 10;
    private static final int MOST_REASONS = 40;
    private static final int MOST_EXAMPLES = 3;

    private final Instant from;
    private final Instant to;
    private int orders;
    private int messages;
    private int moved;
    private int copies;
    private final Map<String, Integer> byNotice = new TreeMap<>();
    private final Map<String, Integer> byStage = new TreeMap<>();
    private final Map<String, Integer> byChannel = new TreeMap<>();
    private final Map<String, Integer> byCountry = new TreeMap<>();
    private final Map<LocalDate, Integer> byDay = new HashMap<>();
    private final int[] byHourOfWeek = new int[HOURS_OF_WEEK];
    private final Map<String, int[]> noticeHours = new TreeMap<>();
    private final FloodTally floods = new FloodTally();
    private final Map<CostKey, Spent> costs = new HashMap<>();
    private final Map<String, Customer> customers = new HashMap<>();
    private final Map<HeldKey, Held> held = new HashMap<>();
    /** What nothing was sent for on any channel. */
    private final Set<String> silent = new HashSet<>();

    private record CostKey(String channel, String currency) {}

    private static final class Spent {
        int messages;
        int segments;
        BigDecimal amount = BigDecimal.ZERO;
    }

    private static final class Customer {
        long orderId;
        int messages;
        final Map<LocalDate, Integer> days = new HashMap<>(2);
    }

    private record HeldKey(String noticeId, Reason.Code code, String reason, boolean isReplaced) {}

    private static final class Held {
        int count;
        final NavigableSet<Long> orderIds = new TreeSet<>();

        /** The lowest ids, so that it doesn't matter who counts what. */
        void addExample(long orderId) {
            orderIds.add(orderId);
            if (orderIds.size() > MOST_EXAMPLES) orderIds.pollLast();
        }
    }

    /** @param from what happens before it isn't counted, nor from {@code to} on */
    public RehearsalTally(Instant from, Instant to) {
        this.from = from;
        this.to = to;
    }

    /** Counts one order. */
    public void add(OrderPast past, List<ReplayedMessage> replayed) {
        orders++;
        if (replayed.isEmpty()) return;
        Set<String> sent = listSent(replayed);
        ZoneId zone = CustomerClock.of(past.order()).likely();
        Customer customer = null;
        for (ReplayedMessage m : replayed) {
            Instant at = m.times().at();
            if (at.isBefore(from) || !at.isBefore(to)) continue;
            if (m.isSent()) {
                if (customer == null) customer = customers.computeIfAbsent(keyOf(past), k -> new Customer());
                addSent(past, m, zone, customer);
            } else addHeld(past.id(), m, sent.contains(occasionOf(m)));
        }
    }

    /** What was sent over any channel; empty where nothing was held, so that nobody asks. */
    private static Set<String> listSent(List<ReplayedMessage> replayed) {
        boolean isAllSent = true;
        for (ReplayedMessage m : replayed) isAllSent &= m.isSent();
        if (isAllSent) return Set.of();
        return replayed.stream()
                .filter(ReplayedMessage::isSent)
                .map(RehearsalTally::occasionOf)
                .collect(Collectors.toSet());
    }

    private void addSent(OrderPast past, ReplayedMessage m, ZoneId zone, Customer customer) {
        messages++;
        if (m.isMoved()) moved++;
        Order order = past.order();
        ZonedDateTime at = m.times().at().atZone(zone);
        LocalDate day = at.toLocalDate();
        byNotice.merge(m.notice().id(), 1, Integer::sum);
        byStage.merge(m.notice().timing().stage().code(), 1, Integer::sum);
        byChannel.merge(m.channel().code(), 1, Integer::sum);
        byCountry.merge(countryOf(order), 1, Integer::sum);
        byDay.merge(day, 1, Integer::sum);
        byHourOfWeek[hourOfWeek(at)]++;
        noticeHours
                .computeIfAbsent(m.notice().id(), id -> new int[HOURS_OF_WEEK])[
                hourOfWeek(m.times().at())]++;
        floods.add(m.notice().id(), m.times().at());
        customer.orderId = Math.max(customer.orderId, past.id());
        customer.messages++;
        customer.days.merge(day, 1, Integer::sum);
        MessageWriter.Written written = Objects.requireNonNull(m.written());
        int copies = m.notice().effects().copies().contains(m.channel()) ? 1 : 0;
        this.copies += copies;
        if (written.cost() == null) return;
        Spent spent = costs.computeIfAbsent(
                new CostKey(m.channel().code(), written.cost().currency()), k -> new Spent());
        int times = 1 + copies; // the team's copy costs what the message does
        spent.messages += times;
        spent.segments += written.segments() == null ? 0 : times * written.segments();
        spent.amount = spent.amount.add(written.cost().amount().multiply(BigDecimal.valueOf(times)));
    }

    /** The same for all channels of one message. */
    private static String occasionOf(ReplayedMessage m) {
        return History.key(m.notice().id(), m.parcel(), m.occasion());
    }

    /** By UTC. The count of hours began on a Thursday. */
    private static int hourOfWeek(Instant at) {
        long hours = Math.floorDiv(at.getEpochSecond(), 3600L);
        return (int) Math.floorMod(hours + 3 * 24, (long) HOURS_OF_WEEK);
    }

    private static int hourOfWeek(ZonedDateTime at) {
        return (at.getDayOfWeek().getValue() - 1) * 24 + at.getHour();
    }

    private void addHeld(long orderId, ReplayedMessage m, boolean isReplaced) {
        Reason reason = Objects.requireNonNull(m.heldFor());
        if (!isReplaced) silent.add(orderId + " " + occasionOf(m));
        Held counted = held.computeIfAbsent(
                new HeldKey(m.notice().id(), reason.code(), reason.text(), isReplaced), k -> new Held());
        counted.count++;
        counted.addExample(orderId);
    }

    private static String countryOf(Order order) {
        String country = order.shipTo() == null ? null : order.shipTo().country();
        return country == null ? "" : country;
    }

    /** Orders of one e-mail address, or else of one phone number, are one customer's. */
    private static String keyOf(OrderPast past) {
        Order.Customer who = past.order().customer();
        if (who != null && who.email() != null) return who.email().toLowerCase(Locale.ROOT);
        if (who != null && who.phone() != null) return who.phone();
        return "order " + past.id();
    }

    /** Adds what another one counted. */
    public void add(RehearsalTally other) {
        orders += other.orders;
        messages += other.messages;
        moved += other.moved;
        copies += other.copies;
        addAll(byNotice, other.byNotice);
        addAll(byStage, other.byStage);
        addAll(byChannel, other.byChannel);
        addAll(byCountry, other.byCountry);
        addAll(byDay, other.byDay);
        addAll(byHourOfWeek, other.byHourOfWeek);
        other.noticeHours.forEach(
                (id, theirs) -> addAll(noticeHours.computeIfAbsent(id, k -> new int[HOURS_OF_WEEK]), theirs));
        floods.add(other.floods);
        other.costs.forEach((key, theirs) -> {
            Spent mine = costs.computeIfAbsent(key, k -> new Spent());
            mine.messages += theirs.messages;
            mine.segments += theirs.segments;
            mine.amount = mine.amount.add(theirs.amount);
        });
        other.customers.forEach((key, theirs) -> {
            Customer mine = customers.computeIfAbsent(key, k -> new Customer());
            mine.orderId = Math.max(mine.orderId, theirs.orderId);
            mine.messages += theirs.messages;
            addAll(mine.days, theirs.days);
        });
        silent.addAll(other.silent);
        other.held.forEach((key, theirs) -> {
            Held mine = held.computeIfAbsent(key, k -> new Held());
            mine.count += theirs.count;
            theirs.orderIds.forEach(mine::addExample);
        });
    }

    private static void addAll(int[] to, int[] from) {
        for (int i = 0; i < to.length; i++) to[i] += from[i];
    }

    private static List<Integer> toList(int[] counts) {
        return Arrays.stream(counts).boxed().toList();
    }

    private static <K> void addAll(Map<K, Integer> to, Map<K, Integer> from) {
        from.forEach((key, count) -> to.merge(key, count, Integer::sum));
    }

    /** @param limit of the flood guard */
    public RehearsalFigures toFigures(FloodLimit limit) {
        Map<Integer, Integer> byMessages = new TreeMap<>();
        customers.values().forEach(c -> byMessages.merge(c.messages, 1, Integer::sum));
        return new RehearsalFigures(
                orders,
                customers.size(),
                messages,
                moved,
                copies,
                new RehearsalFigures.Breakdown(
                        byNotice,
                        byStage,
                        byChannel,
                        byCountry,
                        new TreeMap<>(byDay),
                        toList(byHourOfWeek),
                        listNoticeHours()),
                listCosts(),
                byMessages,
                listMostSent(),
                silent.size(),
                listReasons(),
                floods.listAlarms(limit));
    }

    private Map<String, List<Integer>> listNoticeHours() {
        Map<String, List<Integer>> lists = new TreeMap<>();
        noticeHours.forEach((id, counts) -> lists.put(id, toList(counts)));
        return lists;
    }

    private List<RehearsalFigures.ChannelCost> listCosts() {
        return costs.entrySet().stream()
                .sorted(Comparator.comparing(
                        e -> e.getKey().channel() + " " + e.getKey().currency()))
                .map(e -> new RehearsalFigures.ChannelCost(
                        e.getKey().channel(),
                        e.getValue().messages,
                        e.getValue().segments,
                        new MessageWriter.Cost(e.getValue().amount, e.getKey().currency())))
                .toList();
    }

    private List<RehearsalFigures.CustomerCount> listMostSent() {
        return customers.values().stream()
                .map(c -> new RehearsalFigures.CustomerCount(c.orderId, c.messages, mostInADay(c)))
                .sorted(Comparator.comparing(RehearsalFigures.CustomerCount::messages)
                        .thenComparing(RehearsalFigures.CustomerCount::mostInADay)
                        .reversed()
                        .thenComparing(RehearsalFigures.CustomerCount::orderId))
                .limit(MOST_CUSTOMERS)
                .toList();
    }

    private static int mostInADay(Customer customer) {
        return customer.days.values().stream().max(Integer::compare).orElse(0);
    }

    private List<RehearsalFigures.ReasonTally> listReasons() {
        return held.entrySet().stream()
                .map(e -> new RehearsalFigures.ReasonTally(
                        e.getKey().noticeId(),
                        e.getKey().code().name(),
                        e.getKey().reason(),
                        e.getKey().isReplaced(),
                        e.getValue().count,
                        List.copyOf(e.getValue().orderIds)))
                .sorted(Comparator.comparing(RehearsalFigures.ReasonTally::count)
                        .reversed()
                        .thenComparing(RehearsalFigures.ReasonTally::noticeId)
                        .thenComparing(RehearsalFigures.ReasonTally::reason))
                .limit(MOST_REASONS)
                .toList();
    }
}
