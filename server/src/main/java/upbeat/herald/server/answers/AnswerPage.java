package upbeat.herald.server.answers;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
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
import upbeat.herald.server.dispatch.MessageRow;
import upbeat.herald.server.dispatch.MessageStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.brand.BrandStore;

/** The customer's page under an answer link. Looking at it answers nothing, so that a mail scanner that follows links says nothing for anybody; only its form does. */
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
    private final Cache<String, Bucket> callers = Caffeine.newBuilder().maximumSize(50_000).expireAfterAccess(Duration.ofMinutes(5)).build();

    AnswerPage(AnswerBook book, AnswerStore answers, MessageStore messages, OrderStore orders, BrandStore brands, LinkSecret secret, JdbcClient reader, InstantSource clock) {
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
    ResponseEntity<String> ask(@PathVariable String token, @RequestParam(name = "b", required = false) @Nullable String button, HttpServletRequest request) {
        return guarded(token, request, message -> {
            Optional<AnswerStore.AnswerRow> given = answers.find(reader, message.orderId(), message.noticeId());
            return given.isPresent() ? thanks(message, given.get(), false) : question(message, button);
        });
    }

    @PostMapping("/a/{token}")
    ResponseEntity<String> answer(@PathVariable String token, @RequestParam("button") String button, HttpServletRequest request) {
        return guarded(token, request, message -> book.take(message, button, "page").map(o -> thanks(message, o.answer(), o.first()))
                .orElseGet(() -> page(400, "This is no answer we know", "<p>Please use one of the buttons in our message.</p>")));
    }

    private interface Show {
        ResponseEntity<String> of(MessageRow message);
    }

    private ResponseEntity<String> guarded(String token, HttpServletRequest request, Show show) {
        Bucket bucket = callers.get(request.getRemoteAddr(), a -> Bucket.builder().addLimit(l -> l.capacity(CALLS_A_MINUTE).refillGreedy(CALLS_A_MINUTE, Duration.ofMinutes(1))).build());
        if (!bucket.tryConsume(1)) return page(429, "One moment, please", "<p>Too many calls came from here. Please try again in a minute.</p>");
        Optional<SignedLink.Read> read = SignedLink.read(secret.bytes(), token, clock.instant());
        Optional<MessageRow> message = read.flatMap(r -> messages.find(reader, r.message())).filter(m -> m.question() != null);
        if (message.isEmpty()) return page(404, "This link leads nowhere", "<p>It may have been cut short on its way. Please open it from the message once more" + contact(brands.get(reader)) + ".</p>");
        if (read.get().expired()) return page(410, "This link is too old", "<p>It was good for 30 days. If there is still something to say" + contact(brands.get(reader)) + ".</p>");
        return show.of(message.get());
    }

    private ResponseEntity<String> question(MessageRow message, String chosen) {
        OrderRow order = orders.get(reader, message.orderId());
        String items = String.join(", ", order.order().items().stream().map(i -> i.quantity() + " " + i.name()).toList());
        String total = order.order().total() == null ? "" : "<dt>Total</dt><dd>" + escape(order.order().total().toPlainString() + " " + (order.order().currency() == null ? "" : order.order().currency())) + "</dd>";
        StringBuilder buttons = new StringBuilder();
        for (Question.Button b : message.question().buttons()) {
            buttons.append("<button name=\"button\" value=\"").append(escape(b.id())).append("\" class=\"").append(b.id().equals(chosen) || chosen == null && !b.refuses() ? "main" : "other").append("\">").append(escape(b.label())).append("</button>");
        }
        return page(brands.get(reader, order.order().shop()), 200, "Order " + order.order().number(), "<dl><dt>Items</dt><dd>" + escape(items) + "</dd>" + total + "</dl><p>Please press once more, so that we know it was you.</p><form method=\"post\">" + buttons + "</form>");
    }

    private ResponseEntity<String> thanks(MessageRow message, AnswerStore.AnswerRow answer, boolean first) {
        OrderRow order = orders.get(reader, message.orderId());
        Brand brand = brands.get(reader, order.order().shop());
        return page(brand, 200, first ? "Thank you" : "You answered already", "<p>For order <b>" + escape(order.order().number()) + "</b> you said: <b>" + escape(answer.label()) + "</b>.</p><p>"
                + (first ? "We have it" : "If this is no longer right") + contact(brand) + ".</p>");
    }

    private static String contact(Brand brand) {
        return brand.phone() == null ? ", or write to " + escape(brand.senderAddress()) : ", or call " + escape(brand.phone());
    }

    private ResponseEntity<String> page(int status, String title, String body) {
        return page(brands.get(reader), status, title, body);
    }

    private static ResponseEntity<String> page(Brand brand, int status, String title, String body) {
        String html = "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width, initial-scale=1\"><meta name=\"robots\" content=\"noindex\"><title>" + escape(title + " · " + brand.name()) + "</title><style>"
                + "body{margin:0;background:#fbf8f1;color:#2d2142;font:17px/1.5 Verdana,Geneva,sans-serif}main{max-width:30rem;margin:8vh auto;padding:1.6rem;background:#fffdf8;border:1px solid #e4dccb;border-radius:10px}"
                + ".brand{font-weight:700;margin:0 0 1rem}h1{font-size:1.4rem;margin:0 0 1rem}dt{color:#5d5272;font-size:.85rem}dd{margin:0 0 .7rem}button{font:inherit;font-weight:700;padding:.7rem 1.2rem;margin:.3rem .6rem .3rem 0;border-radius:8px;border:2px solid "
                + escape(brand.colour()) + ";cursor:pointer;min-height:48px}.main{background:" + escape(brand.colour()) + ";color:#fff}.other{background:#fff;color:#2d2142}button:focus-visible{outline:3px solid #f0a128;outline-offset:2px}"
                + "</style></head><body><main><p class=\"brand\">" + escape(brand.name()) + "</p><h1>" + escape(title) + "</h1>" + body + "</main></body></html>";
        return ResponseEntity.status(status).contentType(new MediaType("text", "html", java.nio.charset.StandardCharsets.UTF_8)).cacheControl(CacheControl.noStore()).body(html);
    }

    private static String escape(String text) {
        return org.springframework.web.util.HtmlUtils.htmlEscape(text, "UTF-8");
    }
}
