package upbeat.herald.server.customerpage;

import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.brand.PageAddresses;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.address.PublicAddress;
import upbeat.herald.server.platform.web.RateLimiter;

/** Who may see an order's pages, and how they are sent. Whoever guesses at links is soon asked to wait. */
@Component
class OrderPages {
    /** No script, no other host; the page has its own styles and no others. */
    private static final String POLICY =
            "default-src 'none'; style-src 'unsafe-inline'; img-src 'self'; form-action 'self'; base-uri 'none';"
                    + " frame-ancestors 'none'";

    private static final int GUESSES_A_MINUTE = 30;

    private final OrderRepository orders;
    private final BrandRepository brands;
    private final PageAddresses pages;
    private final PublicAddress address;
    private final RateLimiter guesses = new RateLimiter(GUESSES_A_MINUTE, Duration.ofMinutes(1));

    OrderPages(OrderRepository orders, BrandRepository brands, PageAddresses pages, PublicAddress address) {
        this.orders = orders;
        this.brands = brands;
        this.pages = pages;
        this.address = address;
    }

    /** The order of a link, where its shop's brand has such pages. */
    Optional<OrderRow> find(JdbcClient db, String token) {
        OptionalLong id = pages.findOrder(token);
        return id.isEmpty()
                ? Optional.empty()
                : orders.find(db, id.getAsLong())
                        .filter(o -> brands.get(db, o.order().shop()).pages().tracking());
    }

    /** What is answered to a link that isn't one. */
    ResponseEntity<String> refuse(JdbcClient db, HttpServletRequest request) {
        CustomerPageTexts texts = CustomerPageTexts.forBrowser(request.getLocales());
        boolean isBusy = !countGuess(request);
        return CustomerPage.problem(texts, brands.get(db), isBusy ? 429 : 404, isBusy ? "busy" : "broken");
    }

    /** @return false where this caller guesses too often */
    boolean countGuess(HttpServletRequest request) {
        return guesses.tryAcquire(request.getRemoteAddr());
    }

    static ResponseEntity<String> respond(int status, String html) {
        return ResponseEntity.status(status)
                .contentType(new MediaType("text", "html", StandardCharsets.UTF_8))
                .cacheControl(CacheControl.noStore())
                .header("Content-Security-Policy", POLICY)
                .body(html);
    }

    /** The logo by its way from this page: it is loaded from wherever the page was. @param up to the first folder */
    Brand withNearLogo(Brand brand, String up) {
        String logo = brand.look().logoUrl();
        return logo == null ? brand : brand.withLogoUrl(logo.replace(address.get() + "/", up));
    }
}
