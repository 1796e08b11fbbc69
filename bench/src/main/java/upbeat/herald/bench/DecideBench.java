package upbeat.herald.bench;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.Match;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Decide;
import upbeat.herald.core.notice.Decision;
import upbeat.herald.core.notice.History;
import upbeat.herald.core.notice.Moment;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.OrderSituation;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.email.EmailChannel;

/**
 * How long a decision takes with 50 notices of 20 conditions, by JMH. The floor walks over the same conditions and
 * compares one text in each.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
public class DecideBench {
    private static final int NOTICES = 50;
    private static final int CONDITIONS = 20;
    private static final Instant NOON = Instant.parse("2026-11-24T12:00:00Z");
    private static final Parcel PARCEL = new Parcel("hopgate", "HOP 1", List.of());

    private final List<Notice> plan = plan();
    private final OrderSituation situation =
            new OrderSituation(order(), PARCEL, Stage.DISPATCHED, List.of(Stage.DISPATCHED), true, null);
    private final Moment wanted = new Moment(Stage.DISPATCHED, "1", NOON, null);
    private final Moment unwanted = new Moment(Stage.PACKED, "1", NOON, null);

    /** An event that no notice waits for. */
    @Benchmark
    public Decision unwanted() {
        return Decide.decide(plan, situation, unwanted, History.NONE, NOON);
    }

    /** An event that all of them wait for; half of them leave the order out by their last condition. */
    @Benchmark
    public Decision all() {
        return Decide.decide(plan, situation, wanted, History.NONE, NOON);
    }

    /** One comparison of texts for each condition. */
    @Benchmark
    public int floor() {
        int equal = 0;
        String shop = situation.order().shop();
        for (Notice n : plan)
            for (Condition c : n.audience().conditions()) if (shop.equalsIgnoreCase(c.kind())) equal++;
        return equal;
    }

    private static Order order() {
        return new Order(
                "kites",
                "1",
                NOON,
                new Order.Customer("Ann Test", "ann@customer.example", "+46701740605", "sv"),
                new Order.ShipTo("Ann Test", "1 Quay Street", "Lund", null, "22100", "SE"),
                new Order.Purchase(
                        Payment.PREPAID,
                        "EUR",
                        new BigDecimal("60.50"),
                        List.of(new Order.Item("BK-1", "Box kite", 1, BigDecimal.TEN, null))),
                Order.Consent.UNKNOWN,
                List.of("gift"));
    }

    private static List<Notice> plan() {
        List<Condition> kinds = List.of(
                Condition.of("country", "SE", "DE", "AT"),
                Condition.of("payment", "prepaid"),
                Condition.of("shop", "kites"),
                Condition.of("carrier", "hopgate", "skerry-post"),
                Condition.of("item", "kite"),
                Condition.of("sku", "BK-*"),
                Condition.of("postcode", "22*"),
                Condition.of("tag", "gift"),
                Condition.between("total", "10", "1000", "EUR"),
                Condition.between("quantity", "1", null));
        List<Notice> notices = new ArrayList<>();
        for (int i = 0; i < NOTICES; i++) {
            List<Condition> conditions = new ArrayList<>();
            for (int j = 0; j < CONDITIONS - 1; j++) conditions.add(kinds.get(j % kinds.size()));
            conditions.add(Condition.of("customer", i % 2 == 0 ? "first" : "returning"));
            notices.add(new Notice(
                    "n" + i,
                    "Notice " + i,
                    Notice.State.LIVE,
                    new Audience(Match.ALL, conditions, List.of()),
                    new Notice.Timing(Stage.DISPATCHED, Duration.ZERO, null, Notice.Per.PARCEL, Duration.ofDays(2)),
                    new Notice.Routing(List.of(EmailChannel.EMAIL), Notice.ChannelRule.FIRST_THAT_WORKS),
                    new Notice.Content(null, Map.of(EmailChannel.EMAIL, new Wording("x", "y")), List.of())));
        }
        return notices;
    }

    static void measure(Set<String> parts) throws RunnerException {
        if (!parts.contains("decide")) return;
        Collection<RunResult> results = new Runner(new OptionsBuilder()
                        .include(DecideBench.class.getName())
                        .forks(0)
                        .warmupIterations(3)
                        .warmupTime(TimeValue.seconds(1))
                        .measurementIterations(5)
                        .measurementTime(TimeValue.seconds(1))
                        .shouldFailOnError(true)
                        .verbosity(org.openjdk.jmh.runner.options.VerboseMode.SILENT)
                        .build())
                .run();
        double floor = nanos(results, "floor");
        say("an event that no notice waits for", nanos(results, "unwanted"), 5_000, floor);
        say("an event that all 50 wait for", nanos(results, "all"), 50_000, floor);
    }

    private static double nanos(Collection<RunResult> results, String name) {
        return results.stream()
                .filter(r -> r.getParams().getBenchmark().endsWith("." + name))
                .findFirst()
                .orElseThrow()
                .getPrimaryResult()
                .getScore();
    }

    private static void say(String what, double nanos, double goal, double floor) {
        System.out.println(String.format(
                Locale.ROOT,
                "decision with %d notices of %d conditions, %s: %.2f us (goal: under %.0f us%s); %.1f times the floor",
                NOTICES,
                CONDITIONS,
                what,
                nanos / 1000,
                goal / 1000,
                nanos < goal ? "" : ", MISSED",
                nanos / floor));
    }
}
