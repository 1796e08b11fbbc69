package upbeat.herald.server.answers;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.answer.SignedLink;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.brand.CustomerPage;
import upbeat.herald.server.dispatch.MessageRow;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.web.CallLimit;

/**
 * The customer's page under an answer link. Looking at it answers nothing, so that a mail scanner that follows links
 * says nothing for anybody; only its form does.
 */
@RestController
@Hidden
class AnswerPage {
    private static final int CALLS_A_MINUTE = 120;

    private final AnswerBook book;
    private final AnswerStore answers;
    private final MessageStore messages;
    private final OrderStore orders;
    private final BrandStore brands;
    private final LinkSecret secret;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final CallLimit callers = new CallLimit(CALLS_A_MINUTE, Duration.ofMinutes(1));

    AnswerPage(
            AnswerBook book,
            AnswerStore answers,
            MessageStore messages,
            OrderStore orders,
            BrandStore brands,
            LinkSecret secret,
            JdbcClient reader,
            InstantSource clock) {
        this.book = book;
        this.answers = answers;
        this.messages = messages;
        this.orders = orders;
        this.brands = brands;
        this.secret = secret;
        this.reader = reader;
        this.clock = clock;
    }

    @GetMapping("/a/{token}")
    ResponseEntity<String> ask(
            @PathVariable String token,
            @RequestParam(name = "b", required = false) @Nullable String button,
            HttpServletRequest request) {
        return guarded(token, request, message -> {
            Optional<AnswerStore.AnswerRow> given = answers.find(reader, message.orderId(), message.noticeId());
            return given.isPresent() ? thanks(message, given.get(), false) : question(message, button);
        });
    }

    @PostMapping("/a/{token}")
    ResponseEntity<String> answer(
            @PathVariable String token, @RequestParam("button") String button, HttpServletRequest request) {
        return guarded(token, request, message -> book.take(message, button, "page")
                .map(o -> thanks(message, o.answer(), o.first()))
                .orElseGet(() -> page(
                        400, "This is no answer we know", "<p>Please use one of the buttons in our message.</p>")));
    }

    private interface Show {
        ResponseEntity<String> of(MessageRow message);
    }

    private ResponseEntity<String> guarded(String token, HttpServletRequest request, Show show) {
        if (!callers.allows(request.getRemoteAddr()))
            return page(
                    429, "One moment, please", "<p>Too many calls came from here. Please try again in a minute.</p>");
        Optional<SignedLink.Read> read = SignedLink.read(secret.bytes(), token, clock.instant());
        Optional<MessageRow> message =
                read.flatMap(r -> messages.find(reader, r.message())).filter(m -> m.question() != null);
        if (message.isEmpty())
            return page(
                    404,
                    "This link leads nowhere",
                    "<p>It may have been cut short on its way. Please open it from the message once more"
                            + CustomerPage.contact(brands.get(reader)) + ".</p>");
        if (read.get().expired())
            return page(
                    410,
                    "This link is too old",
                    "<p>It was good for 30 days. If there is still something to say"
                            + CustomerPage.contact(brands.get(reader)) + ".</p>");
        return show.of(message.get());
    }

    private ResponseEntity<String> question(MessageRow message, String chosen) {
        OrderRow order = orders.get(reader, message.orderId());
        String items = String.join(
                ", ",
                order.order().items().stream()
                        .map(i -> i.quantity() + " " + i.name())
                        .toList());
        String total = order.order().total() == null
                ? ""
                : "<dt>Total</dt><dd>"
                        + CustomerPage.escape(order.order().total().toPlainString() + " "
                                + (order.order().currency() == null
                                        ? ""
                                        : order.order().currency()))
                        + "</dd>";
        StringBuilder buttons = new StringBuilder();
        for (Question.Button b : message.question().buttons()) {
            buttons.append("<button name=\"button\" value=\"")
                    .append(CustomerPage.escape(b.id()))
                    .append("\" class=\"")
                    .append(b.id().equals(chosen) || chosen == null && !b.refuses() ? "main" : "other")
                    .append("\">")
                    .append(CustomerPage.escape(b.label()))
                    .append("</button>");
        }
        return CustomerPage.of(
                brands.get(reader, order.order().shop()),
                200,
                "Order " + order.order().number(),
                "<dl><dt>Items</dt><dd>" + CustomerPage.escape(items) + "</dd>" + total
                        + "</dl><p>Please press once more, so that we know it was you.</p><form method=\"post\">"
                        + buttons + "</form>");
    }

    private ResponseEntity<String> thanks(MessageRow message, AnswerStore.AnswerRow answer, boolean first) {
        OrderRow order = orders.get(reader, message.orderId());
        Brand brand = brands.get(reader, order.order().shop());
        return CustomerPage.of(
                brand,
                200,
                first ? "Thank you" : "You answered already",
                "<p>For order <b>" + CustomerPage.escape(order.order().number()) + "</b> you said: <b>"
                        + CustomerPage.escape(answer.label()) + "</b>.</p><p>"
                        + (first ? "We have it" : "If this is no longer right") + CustomerPage.contact(brand)
                        + ".</p>");
    }

    private ResponseEntity<String> page(int status, String title, String body) {
        return CustomerPage.of(brands.get(reader), status, title, body);
    }
}
