package upbeat.herald.server.customerpage;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.InstantSource;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.answer.SignedLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.template.Money;
import upbeat.herald.server.answer.AnswerService;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.message.MessageRepository;
import upbeat.herald.server.message.MessageRow;
import upbeat.herald.server.order.AnswerRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.platform.secret.LinkSigningKey;
import upbeat.herald.server.platform.web.RateLimiter;

/**
 * The customer's page under an answer link. Looking at it answers nothing, so that a mail scanner that follows links
 * says nothing for anybody; only its form does.
 */
@Service
class AnswerPageService {
    private static final int CALLS_A_MINUTE = 120;

    private final AnswerService answerRecorder;
    private final AnswerRepository answers;
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final BrandRepository brands;
    private final LinkSigningKey secret;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final RateLimiter callers = new RateLimiter(CALLS_A_MINUTE, Duration.ofMinutes(1));

    AnswerPageService(
            AnswerService answerRecorder,
            AnswerRepository answers,
            MessageRepository messages,
            OrderRepository orders,
            BrandRepository brands,
            LinkSigningKey secret,
            JdbcClient reader,
            InstantSource clock) {
        this.answerRecorder = answerRecorder;
        this.answers = answers;
        this.messages = messages;
        this.orders = orders;
        this.brands = brands;
        this.secret = secret;
        this.reader = reader;
        this.clock = clock;
    }

    ResponseEntity<String> ask(String token, @Nullable String button, HttpServletRequest request) {
        return guarded(token, request, (message, texts) -> {
            Optional<AnswerRepository.AnswerRow> given = answers.find(
                    reader, message.origin().orderId(), message.origin().noticeId());
            return given.isPresent() ? thanks(message, given.get(), false, texts) : question(message, button, texts);
        });
    }

    ResponseEntity<String> answer(String token, String button, HttpServletRequest request) {
        return guarded(token, request, (message, texts) -> answerRecorder
                .recordAnswer(message, button, "page")
                .map(outcome -> thanks(message, outcome.answer(), outcome.first(), texts))
                .orElseGet(() -> notTaken(message.origin().occasion(), texts)));
    }

    private ResponseEntity<String> notTaken(String occasion, CustomerPageTexts texts) {
        if (TeamOccasion.isTrial(occasion)) return problem(200, "trial", texts);
        return TeamOccasion.isCopy(occasion) ? problem(200, "copy", texts) : problem(400, "unknown", texts);
    }

    private interface Page {
        ResponseEntity<String> of(MessageRow message, CustomerPageTexts texts);
    }

    private ResponseEntity<String> guarded(String token, HttpServletRequest request, Page page) {
        CustomerPageTexts texts = CustomerPageTexts.forBrowser(request.getLocales());
        if (!callers.tryAcquire(request.getRemoteAddr())) return problem(429, "busy", texts);
        Optional<SignedLink.Read> read = SignedLink.verify(secret.bytes(), token, clock.instant());
        Optional<MessageRow> message = read.flatMap(r -> messages.find(reader, r.message()))
                .filter(m -> m.sent().question() != null);
        if (message.isEmpty()) return problem(404, "broken", texts);
        CustomerPageTexts own = CustomerPageTexts.forLanguages(CustomerLanguage.languagesOf(
                orders.get(reader, message.get().origin().orderId()).order()));
        if (read.get().expired()) return problem(410, "expired", own);
        return page.of(message.get(), own);
    }

    private ResponseEntity<String> question(MessageRow message, @Nullable String chosen, CustomerPageTexts texts) {
        Order order = orders.get(reader, message.origin().orderId()).order();
        String items = String.join(
                ", ",
                order.purchase().items().stream()
                        .map(i -> i.quantity() + " " + i.name())
                        .toList());
        String total = order.purchase().total() == null
                ? ""
                : "<dt>" + texts.html("total") + "</dt><dd>" + CustomerPage.escape(amount(order, texts)) + "</dd>";
        StringBuilder buttons = new StringBuilder();
        for (Question.Button b :
                Objects.requireNonNull(message.sent().question()).buttons()) {
            buttons.append("<button name=\"button\" value=\"")
                    .append(CustomerPage.escape(b.id()))
                    .append("\" class=\"")
                    .append(b.id().equals(chosen) || chosen == null && !b.refuses() ? "main" : "other")
                    .append("\">")
                    .append(CustomerPage.escape(b.label()))
                    .append("</button>");
        }
        return CustomerPage.render(
                texts,
                brands.get(reader, order.shop()),
                200,
                texts.plain("orderTitle", order.number()),
                "<dl><dt>" + texts.html("items") + "</dt><dd>" + CustomerPage.escape(items) + "</dd>" + total
                        + "</dl><p>" + texts.html("confirm") + "</p><form method=\"post\">" + buttons + "</form>");
    }

    private static String amount(Order order, CustomerPageTexts texts) {
        Locale locale = CustomerLanguage.localeFor(texts.locale().toLanguageTag(), order);
        return new Money(
                        Objects.requireNonNull(order.purchase().total()),
                        order.purchase().currency(),
                        locale,
                        false)
                .withSymbol();
    }

    private ResponseEntity<String> thanks(
            MessageRow message, AnswerRepository.AnswerRow answer, boolean first, CustomerPageTexts texts) {
        Order order = orders.get(reader, message.origin().orderId()).order();
        Brand brand = brands.get(reader, order.shop());
        return CustomerPage.render(
                texts,
                brand,
                200,
                texts.plain(first ? "thanks.title" : "answered.title"),
                "<p>" + texts.html(first ? "thanks.text" : "answered.text") + "</p><p><b>"
                        + texts.html("yourAnswer", order.number(), answer.label()) + "</b></p>"
                        + texts.contact(brand));
    }

    private ResponseEntity<String> problem(int status, String key, CustomerPageTexts texts) {
        Brand brand = brands.get(reader);
        return CustomerPage.render(
                texts,
                brand,
                status,
                texts.plain(key + ".title"),
                "<p>" + texts.html(key + ".text") + "</p>" + (status == 429 ? "" : texts.contact(brand)));
    }
}
