package upbeat.herald.server.manual;

import io.swagger.v3.oas.annotations.tags.Tag;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.server.message.OrderHoldService;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.NotFoundException;

/** An order put on hold by hand, and released; one is the other's undo. */
@RestController
@RequestMapping("/ui/orders/{shop}/{number}/hold")
@Tag(name = "ui-orders")
class OrderHoldController {
    private static final int LONGEST_WHY = 200;

    private final OrderHoldService holds;
    private final OrderRepository orders;
    private final SignallingWriter writer;

    OrderHoldController(OrderHoldService holds, OrderRepository orders, SignallingWriter writer) {
        this.holds = holds;
        this.orders = orders;
        this.writer = writer;
    }

    /** @param why for the timeline, or null */
    record HoldAsk(@Nullable String why) {}

    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void holdOrder(
            @PathVariable String shop, @PathVariable String number, @RequestBody HoldAsk body, Authentication who) {
        String why = Texts.blankToNull(body.why());
        if (why != null && why.length() > LONGEST_WHY)
            throw new HeraldException("why", "Enter a reason of up to " + LONGEST_WHY + " characters");
        String reason = "by " + who.getName() + (why == null ? "" : ", " + why.strip());
        writer.write((db, now) -> holds.hold(db, find(db, shop, number).id(), reason, now));
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void releaseOrder(@PathVariable String shop, @PathVariable String number, Authentication who) {
        writer.write((db, now) -> holds.release(db, find(db, shop, number).id(), "by " + who.getName(), now));
    }

    private OrderRow find(JdbcClient db, String shop, String number) {
        return orders.find(db, shop, number)
                .orElseThrow(() -> new NotFoundException("There is no order " + number + " in shop " + shop));
    }
}
