package upbeat.herald.server.manual;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.manual.ManualMarkService.OrderName;
import upbeat.herald.server.message.MessageReplan;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.PersonalDataRepository;
import upbeat.herald.server.order.SearchIndexRepository;
import upbeat.herald.server.order.StopListRepository;
import upbeat.herald.server.platform.changes.ChangeLog;
import upbeat.herald.server.platform.persistence.Acting;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/**
 * Erases a customer on request (GDPR, article 17): the orders stay as numbers, the person goes from them and from
 * everything that was kept with them, and the addresses go on the stop list as hashes, so that nothing is sent to them
 * any more. What carriers reported about the parcels stays.
 */
@Service
class CustomerErasureService {
    private static final int MOST = 200;

    private final OrderRepository orders;
    private final List<PersonalDataRepository> kept;
    private final SearchIndexRepository search;
    private final StopListRepository stopList;
    private final MessageReplan replan;
    private final ChangeLog log;
    private final JdbcClient reader;
    private final SignallingWriter writer;

    CustomerErasureService(
            OrderRepository orders,
            List<PersonalDataRepository> kept,
            SearchIndexRepository search,
            StopListRepository stopList,
            MessageReplan replan,
            ChangeLog log,
            JdbcClient reader,
            SignallingWriter writer) {
        this.orders = orders;
        this.kept = List.copyOf(kept);
        this.search = search;
        this.stopList = stopList;
        this.replan = replan;
        this.log = log;
        this.reader = reader;
        this.writer = writer;
    }

    record CustomerOrder(
            String shop,
            String number,
            Instant placedAt,
            @Nullable String name,
            String stage) {}

    record ErasureAsk(@Nullable List<OrderName> orders) {}

    record Erased(int orders) {}

    /** The order, and others with its e-mail address or phone number: most likely the same person's. */
    List<CustomerOrder> findOrders(String shop, String number) {
        OrderRow row = find(reader, new OrderName(shop, number));
        Order.Customer customer = row.order().customer();
        if (row.isErased() || customer == null) return List.of(view(row));
        List<OrderRow> same = orders.findByContact(reader, customer.email(), customer.phone(), MOST);
        return same.stream().anyMatch(r -> r.id() == row.id())
                ? same.stream().map(CustomerErasureService::view).toList()
                : List.of(view(row));
    }

    /** Erases the customer of exactly these orders. There is no way back. */
    Erased erase(ErasureAsk ask, String by) {
        List<OrderName> names = ask.orders() == null ? List.of() : ask.orders();
        if (names.isEmpty() || names.size() > MOST)
            throw new HeraldException("orders", "Choose 1 to " + MOST + " orders");
        List<OrderRow> wanted = findUnerased(reader, names);
        List<PersonalDataRepository.Erasure> erasures =
                kept.stream().map(k -> k.prepare(reader, wanted)).toList();
        return writer.write((db, now) -> {
            List<OrderRow> before = findUnerased(db, names);
            for (OrderRow row : before) {
                MessageReplan.Before was = replan.capture(db, row);
                for (Channel channel : Channel.all())
                    channel.addressOf(row.order())
                            .ifPresent(address -> stopList.insert(db, channel, address, "erased", now));
                orders.erasePerson(db, row, now);
                OrderRow after = orders.get(db, row.id());
                search.index(db, row.id(), after.order());
                replan.replan(db, was, after, now);
                orders.addNote(db, row.id(), "The customer's data was erased by " + by, now);
            }
            erasures.forEach(e -> e.erase(db, before));
            log.noteErasure(
                    db,
                    new Acting(by, now),
                    before.stream().map(r -> r.order().number()).collect(Collectors.joining(", ")),
                    Map.of("orders", before.size()));
            return new Erased(before.size());
        });
    }

    private List<OrderRow> findUnerased(JdbcClient db, List<OrderName> names) {
        return names.stream()
                .distinct()
                .map(n -> find(db, n))
                .filter(r -> !r.isErased())
                .toList();
    }

    private OrderRow find(JdbcClient db, OrderName name) {
        return orders.find(db, name.shop(), Objects.requireNonNullElse(name.number(), ""))
                .orElseThrow(
                        () -> new NotFoundException("There is no order " + name.number() + " in shop " + name.shop()));
    }

    private static CustomerOrder view(OrderRow row) {
        Order order = row.order();
        return new CustomerOrder(
                order.shop(),
                order.number(),
                order.placedAt(),
                order.customer() == null ? null : order.customer().name(),
                row.stage());
    }
}
