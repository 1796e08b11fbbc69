package upbeat.herald.server.orderview;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.order.ContactCorrectionRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ReplyRepository;
import upbeat.herald.server.order.StopListRepository;
import upbeat.herald.server.orderview.OrderView.ConsentView;
import upbeat.herald.server.platform.changes.ChangeLog;
import upbeat.herald.server.platform.persistence.Json;

/** All that is known of one person, over all orders with the same e-mail address or phone number. */
@Service
class CustomerService {
    /** More orders than this are most likely not one person's. */
    private static final int MOST = 100;

    private final OrderRepository orders;
    private final OrderViewService views;
    private final ReplyRepository replies;
    private final StopListRepository stopList;
    private final ContactCorrectionRepository corrections;
    private final ChangeLog log;
    private final JdbcClient reader;

    CustomerService(
            OrderRepository orders,
            OrderViewService views,
            ReplyRepository replies,
            StopListRepository stopList,
            ContactCorrectionRepository corrections,
            ChangeLog log,
            JdbcClient reader) {
        this.orders = orders;
        this.views = views;
        this.replies = replies;
        this.stopList = stopList;
        this.corrections = corrections;
        this.log = log;
        this.reader = reader;
    }

    /**
     * @param stoppedFor why nothing is sent to it, or null where something is
     * @param orders the numbers of those that have it
     */
    record CustomerAddress(
            String channel,
            String address,
            @Nullable String stoppedFor,
            @Nullable Instant stoppedAt,
            List<String> orders) {}

    /** What an order says of consent. @param source where the order came from; {@code at} when it said so last */
    record CustomerConsent(
            String shop,
            String order,
            String source,
            Instant at,
            @JsonUnwrapped ConsentView consent) {}

    record CustomerReply(String channel, String order, Instant at, String text, boolean handled) {}

    /** @param field email or phone; {@code was} as the shop has it */
    record CustomerCorrection(
            String order,
            String field,
            @Nullable String was,
            @Nullable String now,
            Instant at,
            String by) {}

    /** @param more true where there are more orders than are listed */
    record CustomerOverview(
            @Nullable String name,
            List<CustomerAddress> addresses,
            List<CustomerConsent> consents,
            List<OrderView> orders,
            List<CustomerReply> replies,
            List<CustomerCorrection> corrections,
            boolean more) {}

    CustomerOverview get(String shop, String number) {
        List<OrderRow> same = findOrders(shop, number);
        boolean more = same.size() > MOST;
        List<OrderRow> rows = more ? same.subList(0, MOST) : same;
        String name = rows.stream()
                .map(r -> r.order().customer())
                .filter(c -> c != null && c.name() != null)
                .map(Order.Customer::name)
                .findFirst()
                .orElse(null);
        return new CustomerOverview(
                name,
                addresses(rows),
                rows.stream().map(CustomerService::consent).toList(),
                rows.stream().map(r -> views.view(reader, r)).toList(),
                rows.stream().flatMap(r -> repliesTo(r).stream()).toList(),
                rows.stream().flatMap(r -> correctionsOf(r).stream()).toList(),
                more);
    }

    /** The order itself where nothing else is known of its customer. */
    private List<OrderRow> findOrders(String shop, String number) {
        OrderRow row = orders.get(reader, shop, number);
        Order.Customer customer = row.order().customer();
        if (row.isErased() || customer == null || customer.email() == null && customer.phone() == null)
            return List.of(row);
        List<OrderRow> same = orders.findByContact(reader, customer.email(), customer.phone(), MOST + 1);
        if (same.stream().anyMatch(r -> r.id() == row.id())) return same;
        List<OrderRow> all = new ArrayList<>(List.of(row));
        all.addAll(same);
        return all;
    }

    private List<CustomerAddress> addresses(List<OrderRow> rows) {
        record Place(Channel channel, String address) {}
        Map<Place, List<String>> found = new LinkedHashMap<>();
        for (OrderRow row : rows)
            for (Channel channel : Channel.all())
                channel.addressOf(row.order())
                        .ifPresent(address -> found.computeIfAbsent(new Place(channel, address), p -> new ArrayList<>())
                                .add(row.order().number()));
        return found.entrySet().stream()
                .map(e -> {
                    StopListRepository.StopEntry stop = stopList.find(
                                    reader, e.getKey().channel(), e.getKey().address())
                            .orElse(null);
                    return new CustomerAddress(
                            e.getKey().channel().code(),
                            e.getKey().address(),
                            stop == null ? null : stop.reason(),
                            stop == null ? null : stop.since(),
                            e.getValue());
                })
                .toList();
    }

    private static CustomerConsent consent(OrderRow row) {
        Order.Consent said = row.order().consent();
        Order.Consent given = said == null ? Order.Consent.UNKNOWN : said;
        return new CustomerConsent(
                row.order().shop(),
                row.order().number(),
                row.source(),
                row.updatedAt(),
                new ConsentView(given.email(), given.sms(), given.whatsapp()));
    }

    private List<CustomerReply> repliesTo(OrderRow row) {
        return replies.findByOrder(reader, row.id()).stream()
                .map(r -> new CustomerReply(r.channel(), row.order().number(), r.receivedAt(), r.text(), r.isHandled()))
                .toList();
    }

    private List<CustomerCorrection> correctionsOf(OrderRow row) {
        return corrections.find(reader, row.id()).stream()
                .map(c -> new CustomerCorrection(
                        row.order().number(), c.field().code(), c.was(), c.now(), c.at(), c.by()))
                .toList();
    }

    /** The same as a file, for who asks what is kept of them. */
    ResponseEntity<String> export(String shop, String number) {
        log.noteExport("customer of order " + number, Map.of("shop", shop));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"customer.json\"")
                .body(Json.write(get(shop, number)));
    }
}
