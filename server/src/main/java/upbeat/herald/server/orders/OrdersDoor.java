package upbeat.herald.server.orders;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.dispatch.MessageRow;
import upbeat.herald.server.dispatch.MessageStatus;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.dispatch.MessageView;
import upbeat.herald.server.plan.Verdicts;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.Faults;
import upbeat.herald.server.web.NotFound;

/** The place Orders: the route, the list, one order's story. */
@RestController
@RequestMapping("/ui")
@Tag(name = "ui-orders")
class OrdersDoor {
    private static final int PAGE = 100;
    private final RouteCounts counts;
    private final OrderList list;
    private final OrderStore orders;
    private final OrderViews views;
    private final Story story;
    private final Verdicts verdicts;
    private final MessageStore messages;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell bell;

    OrdersDoor(RouteCounts counts, OrderList list, OrderStore orders, OrderViews views, Story story, Verdicts verdicts, MessageStore messages, JdbcClient reader, Writer writer, InstantSource clock, Bell bell) {
        this.counts = counts;
        this.list = list;
        this.orders = orders;
        this.views = views;
        this.story = story;
        this.verdicts = verdicts;
        this.messages = messages;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
    }

    record OrderStory(OrderView order, List<Story.Entry> story) {}

    /** @param arrived true where the customer has the message, false where it is to go out again */
    record Settle(@Nullable Boolean arrived) {}

    record ShownMessage(MessageView message, @Nullable String html, List<String> buttons) {}

    @GetMapping("/route")
    List<RouteCounts.Stop> route() {
        return counts.all(reader, clock.instant());
    }

    @GetMapping("/orders")
    OrderList.Page orders(@RequestParam(required = false) @Nullable String stage, @RequestParam(required = false) @Nullable String search, @RequestParam(required = false) @Nullable String after) {
        if (after != null && !after.matches("-?\\d{1,18}-\\d{1,18}")) {
            Faults faults = new Faults();
            faults.add("after", "after is what next said");
            faults.raise();
        }
        return list.page(reader, stage, search, after, PAGE, clock.instant());
    }

    @GetMapping("/orders/{shop}/{number}")
    OrderStory order(@PathVariable String shop, @PathVariable String number) {
        OrderRow row = find(shop, number);
        return new OrderStory(views.of(reader, row), story.of(reader, row));
    }

    @GetMapping("/orders/{shop}/{number}/verdicts")
    List<Verdicts.Verdict> verdicts(@PathVariable String shop, @PathVariable String number) {
        return verdicts.of(reader, find(shop, number), clock.instant());
    }

    @GetMapping("/messages/{id}")
    ShownMessage message(@PathVariable String id) {
        MessageRow m = messages.find(reader, id).orElseThrow(() -> new NotFound("There is no message " + id));
        OrderRow row = orders.get(reader, m.orderId());
        return new ShownMessage(MessageView.of(m, row.order().shop(), row.order().number()), m.html(), m.question() == null ? List.of() : m.question().buttons().stream().map(b -> b.label()).toList());
    }

    @PostMapping("/messages/{id}/settle")
    ShownMessage settle(@PathVariable String id, @RequestBody Settle body) {
        if (body.arrived() == null) throw new HeraldException("arrived", "Say whether the message arrived");
        writer.write(db -> {
            MessageRow m = messages.find(db, id).orElseThrow(() -> new NotFound("There is no message " + id));
            if (m.status() != MessageStatus.UNSURE) throw new HeraldException("id", "This message is " + m.status().code() + ", there is nothing to settle");
            if (body.arrived()) messages.accepted(db, m.seq(), m.gatewayRef(), clock.instant());
            else messages.waiting(db, m.seq(), "Goes out again, as you said", null);
            return null;
        });
        bell.ring();
        return message(id);
    }

    private OrderRow find(String shop, String number) {
        return orders.find(reader, shop, number).orElseThrow(() -> new NotFound("There is no order " + number + " of shop " + shop));
    }
}
