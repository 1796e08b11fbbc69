package upbeat.herald.server.reach;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.server.notice.AudienceCheck;
import upbeat.herald.server.notice.PlanNames;

/** How many of the last orders an audience that is being written takes in, with examples of both sides. */
@Service
class AudienceCountService {
    private static final int EXAMPLES = 3;

    private final OrderSample sample;
    private final PlanNames names;
    private final JdbcClient reader;

    AudienceCountService(OrderSample sample, PlanNames names, JdbcClient reader) {
        this.sample = sample;
        this.names = names;
        this.reader = reader;
    }

    /** @param why it doesn't fit, in a sentence; null where it fits */
    record ExampleOrder(
            String shop, String number, @Nullable String why) {}

    /**
     * One condition of the audience, in their order: those of groups after the others.
     *
     * @param orders how many of the orders meet it, or null where it can't be used
     * @param fault what is wrong with it, or null
     */
    record ConditionCount(
            @Nullable Integer orders, @Nullable String fault) {}

    /**
     * @param describe the audience in words
     * @param days how far back the orders go
     * @param orders how many there are in all; {@code isWhole} false where there are more than were counted
     * @param fitting how many of them are in the audience, as far as it can be used
     * @param contradiction what no order can be at once, or null
     */
    record AudienceCount(
            String describe,
            long days,
            int orders,
            boolean isWhole,
            int fitting,
            List<ConditionCount> conditions,
            @Nullable String contradiction,
            List<ExampleOrder> inside,
            List<ExampleOrder> outside) {}

    AudienceCount count(Audience audience) {
        Audience usable = AudienceCheck.requireUsable(audience);
        OrderSample.Loaded loaded = sample.get();
        List<Condition> conditions = audience.listConditions();
        int[] met = new int[conditions.size()];
        int fitting = 0;
        List<ExampleOrder> inside = new ArrayList<>();
        DifferentReasons outside = new DifferentReasons();
        for (OrderFacts facts : loaded.orders()) {
            for (int i = 0; i < met.length; i++) if (conditions.get(i).fits(facts)) met[i]++;
            boolean fits = usable.fits(facts);
            if (fits) fitting++;
            if (fits && inside.size() < EXAMPLES) inside.add(example(facts, null));
            if (!fits && !outside.isFull())
                outside.add(example(facts, usable.whyNot(facts).orElse(null)));
        }
        List<ConditionCount> counts = new ArrayList<>();
        for (int i = 0; i < met.length; i++) {
            String fault = conditions.get(i).fault().map(Throwable::getMessage).orElse(null);
            counts.add(new ConditionCount(fault == null ? met[i] : null, fault));
        }
        return new AudienceCount(
                usable.describe(names.load(reader)),
                OrderSample.PERIOD.toDays(),
                loaded.orders().size(),
                loaded.isWhole(),
                fitting,
                counts,
                describeContradiction(usable),
                inside,
                outside.examples());
    }

    /** Three orders that are kept out for different reasons tell more than three for the same one. */
    private static final class DifferentReasons {
        private static final int MOST_LOOKED_AT = 1_000;
        private final Map<String, ExampleOrder> byReason = new LinkedHashMap<>();
        private final List<ExampleOrder> others = new ArrayList<>();
        private int lookedAt;

        void add(ExampleOrder example) {
            lookedAt++;
            if (byReason.putIfAbsent(ruleOf(example), example) != null && others.size() < EXAMPLES) others.add(example);
        }

        /** The second sentence: the first is about the order, and another one with each. */
        private static String ruleOf(ExampleOrder example) {
            String why = String.valueOf(example.why());
            return why.substring(why.indexOf(". ") + 1);
        }

        boolean isFull() {
            return byReason.size() == EXAMPLES || lookedAt == MOST_LOOKED_AT;
        }

        List<ExampleOrder> examples() {
            return Stream.concat(byReason.values().stream(), others.stream())
                    .limit(EXAMPLES)
                    .toList();
        }
    }

    private static ExampleOrder example(OrderFacts facts, @Nullable String why) {
        return new ExampleOrder(facts.order().shop(), facts.order().number(), why);
    }

    private @Nullable String describeContradiction(Audience audience) {
        List<Condition> apart = audience.findContradiction();
        if (apart.isEmpty()) return null;
        return "No order can be both: " + Audience.all(apart.get(0)).describe(names.load(reader)) + ", and "
                + Audience.all(apart.get(1)).describe(names.load(reader));
    }
}
