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
import upbeat.herald.core.wording.template.Money;
import upbeat.herald.server.answer.AnswerService;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.brand.PageAddresses;
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
    private final MessageRepository messages;
    private final OrderRepository orders;
    private final BrandRepository brands;
    private final PageAddresses pages;
    private final LinkSigningKey secret;
    private final JdbcClient reader;
    private final InstantSource clock;
    private final RateLimiter callers = new RateLimiter(CALLS_A_MINUTE, Duration.ofMinutes(1));

    AnswerPageService(
            AnswerService answerRecorder,
            MessageRepository messages,
            OrderRepository orders,
            BrandRepository brands,
            PageAddresses pages,
            LinkSigningKey secret,
            JdbcClient reader,
            InstantSource clock) {
        this.answerRecorder = answerRecorder;
        this.messages = messages;
        this.orders = orders;
        this.brands = brands;
        this.pages = pages;
        this.secret = secret;
        this.reader = reader;
        this.clock = clock;
    }

    ResponseEntity<String> ask(String token, @Nullable String button, HttpServletRequest request) {
        return guarded(token, request, (message, texts) -> {
            AnswerService.Standing standing = answerRecorder.standing(message, clock.instant());
            if (standing.answer() != null)
                return answered(message, standing.answer(), "answered", standing.canChange(), texts);
            return standing.isOpen() ? question(message, button, texts) : problem(410, "ended", texts);
        });
    }

    ResponseEntity<String> answer(String token, String button, @Nullable String text, HttpServletRequest request) {
        return guarded(token, request, (message, texts) -> answerRecorder
                .recordAnswer(message, new AnswerService.Reply(button, text, AnswerRepository.BY_PAGE))
                .map(outcome -> outcome.answer() == null
                        ? problem(410, "ended", texts)
                        : answered(
                                message,
                                outcome.answer(),
                                outcome.change() == AnswerService.Change.NOT_COUNTED ? "answered" : "thanks",
                                answerRecorder
                                        .standing(message, clock.instant())
                                        .canChange(),
                                texts))
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
        return CustomerPage.render(
                texts,
                brands.get(reader, order.shop()),
                200,
                texts.plain("orderTitle", order.number()),
                "<dl><dt>" + texts.html("items") + "</dt><dd>" + CustomerPage.escape(items) + "</dd>" + total
                        + "</dl><p>" + texts.html("confirm") + "</p>"
                        + AnswerForms.write(
                                Objects.requireNonNull(message.sent().question()), chosen, null, texts, ""));
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

    /** @param key what is said to it; {@code canChange} true where another answer may be given */
    private ResponseEntity<String> answered(
            MessageRow message,
            AnswerRepository.AnswerRow answer,
            String key,
            boolean canChange,
            CustomerPageTexts texts) {
        Order order = orders.get(reader, message.origin().orderId()).order();
        Brand brand = brands.get(reader, order.shop());
        String written =
                answer.text() == null ? "" : "<p class=\"quote\">" + CustomerPage.escape(answer.text()) + "</p>";
        String change = canChange
                ? "<details><summary>" + texts.html("change") + "</summary>"
                        + AnswerForms.write(
                                Objects.requireNonNull(message.sent().question()), null, answer.button(), texts, "")
                        + "</details>"
                : "";
        boolean isLast = key.equals("thanks") || canChange;
        return CustomerPage.render(
                texts,
                brand,
                200,
                texts.plain(key + ".title"),
                "<p>" + texts.html(isLast ? "thanks.text" : "answered.text") + "</p><p><b>"
                        + texts.html("yourAnswer", order.number(), answer.label()) + "</b></p>" + written + change
                        + toOrder(message, brand, texts) + texts.contact(brand));
    }

    private String toOrder(MessageRow message, Brand brand, CustomerPageTexts texts) {
        return brand.pages().tracking()
                ? "<p><a href=\"../o/" + pages.tokenOf(message.origin().orderId()) + "\">" + texts.html("toOrder")
                        + "</a></p>"
                : "";
    }

    private ResponseEntity<String> problem(int status, String key, CustomerPageTexts texts) {
        return CustomerPage.problem(texts, brands.get(reader), status, key);
    }
}
