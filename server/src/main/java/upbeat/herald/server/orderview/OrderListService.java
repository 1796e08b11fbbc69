package upbeat.herald.server.orderview;

import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.message.MessageStatus;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.orderview.SavedViewRepository.View;

/** The place Orders: the route, the list, and its filters. */
@Service
class OrderListService {
    private static final int PAGE = 100;
    private static final int COUNTED = 10_000;
    private static final int LOOKED_AT = 100;
    private final StageCountRepository counts;
    private final CarrierRepository carriers;
    private final OrderListRepository orderList;
    private final OrderRepository orders;
    private final SavedViewRepository views;
    private final JdbcClient reader;
    private final InstantSource clock;

    OrderListService(
            StageCountRepository counts,
            CarrierRepository carriers,
            OrderListRepository orderList,
            OrderRepository orders,
            SavedViewRepository views,
            JdbcClient reader,
            InstantSource clock) {
        this.counts = counts;
        this.carriers = carriers;
        this.orderList = orderList;
        this.orders = orders;
        this.views = views;
        this.reader = reader;
        this.clock = clock;
    }

    List<StageCountRepository.Stop> stageCounts() {
        return counts.countStages(reader, clock.instant());
    }

    /** @param views kept filters; the others what there is to choose from */
    record Choices(
            List<View> views,
            List<String> shops,
            List<String> countries,
            List<String> tags,
            List<CarrierChoice> carriers,
            @Nullable String preferredCarrier) {}

    record CarrierChoice(String key, String name, boolean inUse) {}

    /** @param count up to {@code atMost} */
    record Count(int count, int atMost) {}

    /** @param more true where there are more than these */
    record MatchingOrders(List<OrderListRepository.MatchingOrder> orders, boolean more) {}

    OrderListRepository.Page list(OrderFilter filter, @Nullable String after) {
        if (after != null && !after.matches("-?\\d{1,18}-\\d{1,18}"))
            throw new HeraldException("after", "Set after to the value of next");
        return orderList.findPage(reader, filter, after, PAGE, clock.instant());
    }

    Count count(OrderFilter filter) {
        return new Count(orderList.count(reader, filter, COUNTED, clock.instant()), COUNTED);
    }

    /** How many orders a person should look at, up to {@code atMost} of each kind. */
    record Attention(int askedToCancel, int waiting, int noContact, int atMost) {}

    Attention countAttention() {
        return new Attention(
                countUpTo(new OrderFilter.State(null, null, null, null, true)),
                countUpTo(new OrderFilter.State(null, null, MessageStatus.WAITING.code(), null, null)),
                countUpTo(new OrderFilter.State(null, true, null, null, null)),
                LOOKED_AT);
    }

    private int countUpTo(OrderFilter.State state) {
        return orderList.count(reader, new OrderFilter(OrderFilter.Traits.ANY, state), LOOKED_AT, clock.instant());
    }

    /** All that match, up to {@value #COUNTED}, for doing something to them together. */
    MatchingOrders findNames(OrderFilter filter) {
        List<OrderListRepository.MatchingOrder> found =
                orderList.findNames(reader, filter, COUNTED + 1, clock.instant());
        boolean more = found.size() > COUNTED;
        return new MatchingOrders(more ? found.subList(0, COUNTED) : found, more);
    }

    Choices choices() {
        return new Choices(
                views.findAll(reader),
                orders.findShops(reader),
                orderList.findCountries(reader),
                orderList.findTags(reader),
                carriers.findAll(reader).stream()
                        .map(c -> new CarrierChoice(c.key(), c.name(), c.inUse()))
                        .toList(),
                carriers.findDefaultKey(reader).orElse(null));
    }
}
