package upbeat.herald.server.reach;

import java.time.Duration;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.audience.ConditionKind;
import upbeat.herald.core.audience.ConditionKind.ValueChoice;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.audience.ValueEntry;
import upbeat.herald.core.audience.kind.AnswerKind;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.wording.Question;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.notice.NoticeRepository;
import upbeat.herald.server.order.OrderRepository;

/** What conditions can be about, and what there is to choose from. */
@Service
class ConditionKindService {
    /** More suggestions than this are no help. */
    private static final int MOST_SUGGESTIONS = 200;

    private static final Duration PATIENCE = Duration.ofMillis(300);

    private final OrderSample sample;
    private final NoticeRepository notices;
    private final CarrierRepository carriers;
    private final OrderRepository orders;
    private final JdbcClient reader;

    ConditionKindService(
            OrderSample sample,
            NoticeRepository notices,
            CarrierRepository carriers,
            OrderRepository orders,
            JdbcClient reader) {
        this.sample = sample;
        this.notices = notices;
        this.carriers = carriers;
        this.orders = orders;
        this.reader = reader;
    }

    /** @param choices to choose from, or, where texts are typed, what recent orders have, the most frequent first */
    record Kind(String code, String label, ValueEntry entry, List<ValueChoice> choices) {}

    List<Kind> listKinds() {
        // What can be chosen doesn't wait for what is suggested.
        List<OrderFacts> recent =
                sample.getWithin(PATIENCE).map(OrderSample.Loaded::orders).orElse(List.of());
        return ConditionKind.all().stream()
                .map(k -> new Kind(k.code(), k.label(), k.entry(), choices(k, recent)))
                .toList();
    }

    private List<ValueChoice> choices(ConditionKind kind, List<OrderFacts> recent) {
        if (!kind.choices().isEmpty()) return kind.choices();
        return switch (kind.code()) {
            case "shop" ->
                orders.findShops(reader).stream()
                        .map(s -> new ValueChoice(s, s))
                        .toList();
            case "carrier" ->
                carriers.findAll(reader).stream()
                        .map(c -> new ValueChoice(c.key(), c.name()))
                        .toList();
            case "sent" ->
                notices.findAll(reader).stream()
                        .map(n -> new ValueChoice(n.id(), n.name()))
                        .toList();
            case "answer" ->
                notices.findAll(reader).stream()
                        .flatMap(ConditionKindService::answersOf)
                        .toList();
            case "tag" -> mostFrequent(recent, f -> f.background().tagsOf(f.order()).stream());
            case "sku" -> mostFrequent(recent, f -> items(f).map(Order.Item::sku));
            case "item" -> mostFrequent(recent, f -> items(f).map(Order.Item::name));
            case "region" ->
                mostFrequent(recent, f -> Stream.ofNullable(f.order().shipTo()).map(Order.ShipTo::region));
            case "total" -> currencies(recent);
            default -> List.of();
        };
    }

    private static Stream<ValueChoice> answersOf(Notice notice) {
        Question question = notice.content().question();
        if (question == null) return Stream.empty();
        return Stream.concat(
                question.buttons().stream()
                        .map(b -> new ValueChoice(
                                AnswerKind.valueOf(notice.id(), b.id()), b.label() + " (" + notice.name() + ")")),
                Stream.of(new ValueChoice(
                        AnswerKind.valueOf(notice.id(), AnswerKind.ANY_BUTTON), "Any answer (" + notice.name() + ")")));
    }

    private static Stream<Order.Item> items(OrderFacts facts) {
        return facts.order().purchase().items().stream();
    }

    /** Those that orders are in, then all others. */
    private static List<ValueChoice> currencies(List<OrderFacts> recent) {
        List<ValueChoice> used =
                mostFrequent(recent, f -> Stream.ofNullable(f.order().purchase().currency()));
        List<String> codes = used.stream().map(ValueChoice::value).toList();
        Stream<ValueChoice> others = Currency.getAvailableCurrencies().stream()
                .map(Currency::getCurrencyCode)
                .filter(c -> !codes.contains(c))
                .sorted()
                .map(c -> new ValueChoice(c, c));
        return Stream.concat(used.stream(), others).toList();
    }

    private static List<ValueChoice> mostFrequent(List<OrderFacts> recent, Function<OrderFacts, Stream<String>> texts) {
        Map<String, Integer> counts = new HashMap<>();
        for (OrderFacts facts : recent)
            texts.apply(facts).filter(t -> t != null && !t.isBlank()).forEach(t -> counts.merge(t, 1, Integer::sum));
        return counts.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue(Comparator.reverseOrder())
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(MOST_SUGGESTIONS)
                .map(e -> new ValueChoice(e.getKey(), e.getKey()))
                .toList();
    }
}
