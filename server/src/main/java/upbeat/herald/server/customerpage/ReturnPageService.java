package upbeat.herald.server.customerpage;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.returns.CustomerReturn;
import upbeat.herald.core.returns.ReturnOffer;
import upbeat.herald.core.returns.ReturnPage;
import upbeat.herald.core.returns.ReturnReason;
import upbeat.herald.core.returns.ReturnRequest;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.ingest.ReturnNews;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ReturnRepository;
import upbeat.herald.server.order.ReturnRepository.ReturnRow;
import upbeat.herald.server.platform.signal.SignallingWriter;
import upbeat.herald.server.platform.web.RateLimiter;

/** What a customer who has an order's link may do about sending something back. */
@Service
class ReturnPageService {
    /** Whoever sends back more often than this calls. */
    private static final int MOST_RETURNS = 20;
    /** Drawing one takes more than any other page. */
    private static final int LABELS_A_MINUTE = 20;

    private final OrderPages pages;
    private final TrackedOrders tracked;
    private final ReturnRepository returns;
    private final ReturnAsk asking;
    private final ReturnNews news;
    private final ReturnLabel labels;
    private final SignallingWriter writer;
    private final JdbcClient reader;
    private final RateLimiter drawn = new RateLimiter(LABELS_A_MINUTE, Duration.ofMinutes(1));

    ReturnPageService(
            OrderPages pages,
            TrackedOrders tracked,
            ReturnRepository returns,
            ReturnAsk asking,
            ReturnNews news,
            ReturnLabel labels,
            SignallingWriter writer,
            JdbcClient reader) {
        this.pages = pages;
        this.tracked = tracked;
        this.returns = returns;
        this.asking = asking;
        this.news = news;
        this.labels = labels;
        this.writer = writer;
        this.reader = reader;
    }

    ResponseEntity<String> showForm(String token, HttpServletRequest request) {
        return withOrder(token, request, (row, order) -> form(token, row, order, ReturnRequest.EMPTY, null, 200));
    }

    ResponseEntity<String> ask(String token, Map<String, String> form, HttpServletRequest request) {
        ReturnRequest asked = new ReturnRequest(
                quantities(form), ReturnReason.fromCode(form.get("reason")).orElse(null), form.get("note"));
        return withOrder(token, request, (row, order) -> {
            ReturnAsk.Outcome outcome =
                    writer.write((db, now) -> asking.ask(db, row.id(), asked, form.get("earlier"), MOST_RETURNS, now));
            return outcome.fault() == null
                    ? seeOther("returns/" + outcome.id())
                    : form(token, row, order, asked, outcome.fault(), 422);
        });
    }

    ResponseEntity<String> show(String token, long id, HttpServletRequest request) {
        return withReturn(
                token,
                id,
                request,
                (order, r) -> OrderPages.respond(
                        200,
                        new ReturnPage(order.withBrand(pages.withNearLogo(order.brand(), "../../../")), token)
                                .writeState(
                                        r.content(),
                                        tracked.findCarrierName(
                                                reader, r.content().label().carrier()))));
    }

    ResponseEntity<String> cancel(String token, long id, HttpServletRequest request) {
        return withReturn(token, id, request, (order, r) -> {
            writer.write((db, now) -> news.cancel(db, r, now));
            return seeOther("../" + id);
        });
    }

    /** @return false where this caller has had too many labels drawn */
    boolean countLabel(HttpServletRequest request) {
        return drawn.tryAcquire(request.getRemoteAddr());
    }

    /** Empty where there is no such return, or its label can't be used any more. */
    Optional<byte[]> findLabel(String token, long id, String format, HttpServletRequest request) {
        Optional<OrderRow> row = pages.find(reader, token);
        if (row.isEmpty()) pages.countGuess(request);
        if (row.isEmpty() || row.get().isErased()) return Optional.empty();
        TrackedOrder order = tracked.load(reader, row.get());
        return findReturn(row.get(), id)
                .filter(r -> r.content().canCancel() && order.brand().returns().address() != null)
                .map(r -> labels.draw(
                        order,
                        r.content(),
                        tracked.findCarrierName(reader, r.content().label().carrier()),
                        format.equals("a4")));
    }

    private ResponseEntity<String> form(
            String token, OrderRow row, TrackedOrder order, ReturnRequest asked, @Nullable String fault, int status) {
        List<CustomerReturn> earlier = returns.findByOrder(reader, row.id()).stream()
                .map(ReturnRow::content)
                .toList();
        ReturnOffer offer =
                earlier.size() < MOST_RETURNS ? ReturnOffer.of(order, earlier) : new ReturnOffer(List.of(), null);
        return OrderPages.respond(
                status,
                new ReturnPage(order.withBrand(pages.withNearLogo(order.brand(), "../../")), token)
                        .writeForm(offer, asked, fault, earlier.size()));
    }

    private static ResponseEntity<String> seeOther(String where) {
        return ResponseEntity.status(303).location(URI.create(where)).build();
    }

    private static Map<Integer, Integer> quantities(Map<String, String> form) {
        Map<Integer, Integer> asked = new HashMap<>();
        form.forEach((name, value) -> {
            if (name.matches("item[0-9]{1,4}") && value.matches("[0-9]{1,5}"))
                asked.put(Integer.valueOf(name.substring("item".length())), Integer.valueOf(value));
        });
        return asked;
    }

    private ResponseEntity<String> withOrder(
            String token,
            HttpServletRequest request,
            BiFunction<OrderRow, TrackedOrder, ResponseEntity<String>> answer) {
        Optional<OrderRow> row = pages.find(reader, token);
        if (row.isEmpty()) return pages.refuse(reader, request);
        TrackedOrder order = tracked.load(reader, row.get());
        return row.get().isErased() || order.isClosed()
                ? CustomerPage.problem(
                        CustomerPageTexts.forLanguages(
                                CustomerLanguage.languagesOf(row.get().order())),
                        order.brand(),
                        410,
                        "closed")
                : answer.apply(row.get(), order);
    }

    private ResponseEntity<String> withReturn(
            String token,
            long id,
            HttpServletRequest request,
            BiFunction<TrackedOrder, ReturnRow, ResponseEntity<String>> answer) {
        return withOrder(token, request, (row, order) -> findReturn(row, id)
                .map(r -> answer.apply(order, r))
                .orElseGet(() -> pages.refuse(reader, request)));
    }

    /** One of this order's: an order's link leads to no other's. */
    private Optional<ReturnRow> findReturn(OrderRow row, long id) {
        return returns.find(reader, id).filter(r -> r.orderId() == row.id());
    }
}
