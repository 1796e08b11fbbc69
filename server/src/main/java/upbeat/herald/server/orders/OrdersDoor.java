package upbeat.herald.server.orders;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.InstantSource;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.dispatch.MessageRow;
import upbeat.herald.server.dispatch.MessageStatus;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.dispatch.MessageView;
import upbeat.herald.server.plan.Verdicts;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.NotFound;

/** The place Orders: the route, the list, one order's story. */
@RestController
@RequestMapping("/ui")
@Tag(name = "ui-orders")
class OrdersDoor {
    private static final int PAGE = 100;
    private static final int COUNTED = 10_000;
    private final RouteCounts counts;
    private final OrderExport export;
    private final CarrierStore carriers;
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

    OrdersDoor(
            RouteCounts counts,
            OrderExport export,
            CarrierStore carriers,
            OrderList list,
            OrderStore orders,
            OrderViews views,
            Story story,
            Verdicts verdicts,
            MessageStore messages,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Bell bell) {
        this.counts = counts;
        this.export = export;
        this.carriers = carriers;
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

    /** @param views kept filters; the others what there is to choose from */
    record Choices(
            List<View> views,
            List<String> shops,
            List<String> countries,
            List<String> tags,
            List<CarrierChoice> carriers,
            @Nullable String preferredCarrier) {}

    record CarrierChoice(String key, String name, boolean inUse) {}

    record View(long id, String name, String query) {}

    record NewView(@Nullable String name, @Nullable String query) {}

    /** @param count up to {@code atMost} */
    record Count(int count, int atMost) {}

    @GetMapping("/orders")
    OrderList.Page orders(@ParameterObject OrderFilter filter, @RequestParam(required = false) @Nullable String after) {
        if (after != null && !after.matches("-?\\d{1,18}-\\d{1,18}"))
            throw new HeraldException("after", "after is what next said");
        return list.page(reader, filter, after, PAGE, clock.instant());
    }

    @GetMapping("/orders-count")
    Count count(@ParameterObject OrderFilter filter) {
        return new Count(list.count(reader, filter, COUNTED, clock.instant()), COUNTED);
    }

    @GetMapping("/orders-choices")
    Choices choices() {
        return new Choices(
                reader.sql("select id, name, query from saved_view order by name")
                        .query((rs, i) -> new View(rs.getLong(1), rs.getString(2), rs.getString(3)))
                        .list(),
                reader.sql("select distinct shop from shop_order order by 1")
                        .query(String.class)
                        .list(),
                reader.sql("select distinct country from shop_order where country is not null order by 1")
                        .query(String.class)
                        .list(),
                reader.sql("select distinct tag from order_tag order by 1 limit 200")
                        .query(String.class)
                        .list(),
                carriers.all(reader).stream()
                        .map(c -> new CarrierChoice(c.key(), c.name(), c.inUse()))
                        .toList(),
                carriers.preferred(reader).orElse(null));
    }

    @PostMapping("/orders-views")
    @ResponseStatus(HttpStatus.CREATED)
    View keepView(@RequestBody NewView body) {
        String name = Texts.orNull(body.name());
        if (name == null || name.length() > 40)
            throw new HeraldException("name", "A view's name has 1 to 40 characters");
        if (body.query() == null || body.query().length() > 1_000)
            throw new HeraldException("query", "Choose a filter first");
        long id = writer.write(db -> db.sql(
                        "insert into saved_view (name, query) values (?, ?) on conflict (name) do update set query = excluded.query returning id")
                .params(name, body.query())
                .query(Long.class)
                .single());
        return new View(id, name, body.query());
    }

    @DeleteMapping("/orders-views/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void dropView(@PathVariable long id) {
        writer.write(
                db -> db.sql("delete from saved_view where id = ?").param(id).update());
    }

    @GetMapping("/orders-export.{format}")
    ResponseEntity<StreamingResponseBody> export(@PathVariable String format, @ParameterObject OrderFilter filter) {
        if (!format.equals("csv") && !format.equals("xlsx")) throw new NotFound("Orders are given as csv or xlsx");
        boolean csv = format.equals("csv");
        filter.sql(clock.instant());
        return ResponseEntity.ok()
                .header(
                        "Content-Type",
                        csv
                                ? "text/csv;charset=UTF-8"
                                : "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
                .header("Content-Disposition", "attachment; filename=\"orders." + format + "\"")
                .body(out -> export.write(reader, filter, csv, out, clock.instant()));
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
        return new ShownMessage(
                MessageView.of(m, row.order().shop(), row.order().number()),
                m.html(),
                m.question() == null
                        ? List.of()
                        : m.question().buttons().stream().map(b -> b.label()).toList());
    }

    @PostMapping("/messages/{id}/settle")
    ShownMessage settle(@PathVariable String id, @RequestBody Settle body) {
        if (body.arrived() == null) throw new HeraldException("arrived", "Say whether the message arrived");
        writer.write(db -> {
            MessageRow m = messages.find(db, id).orElseThrow(() -> new NotFound("There is no message " + id));
            if (m.status() != MessageStatus.UNSURE)
                throw new HeraldException(
                        "id", "This message is " + m.status().code() + ", there is nothing to settle");
            if (body.arrived()) messages.accepted(db, m.seq(), m.gatewayRef(), clock.instant());
            else messages.waiting(db, m.seq(), "Goes out again, as you said", null);
            return null;
        });
        bell.ring();
        return message(id);
    }

    private OrderRow find(String shop, String number) {
        return orders.find(reader, shop, number)
                .orElseThrow(() -> new NotFound("There is no order " + number + " of shop " + shop));
    }
}
