package upbeat.herald.server.customerpage;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.util.UriUtils;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.brand.PageAddresses;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.web.RateLimiter;

/**
 * Finds an order for who knows its number and its e-mail address or postcode. An order that isn't there and one whose
 * details are wrong get the same answer; tries are limited for each caller and for each order number.
 */
@Service
class LookUpService {
    private static final int LONGEST = 100;
    private static final int TRIES_OF_A_CALLER = 20;
    private static final int TRIES_AT_A_NUMBER = 10;
    /** Inside a shop's page too: it has neither a session nor anything that a click could give away. */
    private static final String POLICY =
            "default-src 'none'; style-src 'unsafe-inline'; script-src 'self'; form-action 'self'; base-uri 'none';"
                    + " frame-ancestors *";

    /** Inside another page, which has a margin and says whose it is by itself. */
    private static final String EMBEDDED =
            "<style>body{background:none}main{max-width:none;padding:0}header{display:none}.card{margin:0}</style>";

    private final OrderRepository orders;
    private final BrandRepository brands;
    private final PageAddresses pages;
    private final JdbcClient reader;
    private final RateLimiter callers = new RateLimiter(TRIES_OF_A_CALLER, Duration.ofMinutes(1));
    private final RateLimiter numbers = new RateLimiter(TRIES_AT_A_NUMBER, Duration.ofMinutes(30));

    LookUpService(OrderRepository orders, BrandRepository brands, PageAddresses pages, JdbcClient reader) {
        this.orders = orders;
        this.brands = brands;
        this.pages = pages;
        this.reader = reader;
    }

    /** What was typed, and what is said to it. @param problem key of a text, or null */
    private record Try(
            String number, String contact, @Nullable String problem) {
        static final Try NONE = new Try("", "", null);
    }

    ResponseEntity<String> show(String shop, boolean isEmbedded, HttpServletRequest request) {
        CustomerPageTexts texts = CustomerPageTexts.forBrowser(request.getLocales());
        Brand brand = brands.get(reader, shop);
        return brand.pages().lookUp()
                ? form(shop, brand, 200, isEmbedded, Try.NONE, texts)
                : CustomerPage.problem(texts, brands.get(reader), 404, "broken");
    }

    ResponseEntity<String> find(String shop, String number, String contact, HttpServletRequest request) {
        CustomerPageTexts texts = CustomerPageTexts.forBrowser(request.getLocales());
        Brand brand = brands.get(reader, shop);
        if (!brand.pages().lookUp()) return CustomerPage.problem(texts, brands.get(reader), 404, "broken");
        String asked = shorten(number);
        String known = shorten(contact);
        boolean isAllowed = callers.tryAcquire(request.getRemoteAddr())
                & numbers.tryAcquire(shop + ' ' + Texts.compactNumber(asked));
        if (!isAllowed) return form(shop, brand, 429, false, new Try(asked, known, "lookup.busy"), texts);
        Optional<OrderRow> found = findOrder(shop, asked).filter(o -> isOf(o, known));
        return found.isPresent()
                ? ResponseEntity.status(HttpStatus.SEE_OTHER)
                        .location(URI.create(".." + PageAddresses.TRACKING
                                + pages.tokenOf(found.get().id())))
                        .cacheControl(CacheControl.noStore())
                        .build()
                : form(shop, brand, 404, false, new Try(asked, known, "lookup.none"), texts);
    }

    private static String shorten(String typed) {
        String plain = typed.strip();
        return plain.length() <= LONGEST ? plain : plain.substring(0, LONGEST);
    }

    /** As it was typed, in capitals, or without the sign that some write before a number. */
    private Optional<OrderRow> findOrder(String shop, String number) {
        String bare = number.replaceFirst("^[#№]\\s*", "");
        return orders.find(reader, shop, number)
                .or(() -> orders.find(reader, shop, bare))
                .or(() -> orders.find(reader, shop, bare.toUpperCase(Locale.ROOT)));
    }

    private static boolean isOf(OrderRow row, String contact) {
        if (row.isErased() || contact.isEmpty()) return false;
        Order.Customer person = row.order().customer();
        Order.ShipTo to = row.order().shipTo();
        boolean isMail = person != null
                && person.email() != null
                && person.email().strip().equalsIgnoreCase(contact);
        String postcode = to == null ? "" : Texts.compactNumber(to.postcode());
        return isMail || !postcode.isEmpty() && postcode.equals(Texts.compactNumber(contact));
    }

    private static ResponseEntity<String> form(
            String shop, Brand brand, int status, boolean isEmbedded, Try typed, CustomerPageTexts texts) {
        String path = UriUtils.encodePathSegment(shop, StandardCharsets.UTF_8);
        String problem =
                typed.problem() == null ? "" : "<p role=\"alert\"><b>" + texts.html(typed.problem()) + "</b></p>";
        String body = problem + "<p>" + texts.html("lookup.text") + "</p><form method=\"post\" action=\""
                + path
                + (isEmbedded ? "\" target=\"_top\">" : "\">")
                + field("number", texts.html("lookup.number"), typed.number(), "off")
                + field("contact", texts.html("lookup.contact"), typed.contact(), "email")
                + "<button class=\"main\">" + texts.html("lookup.find") + "</button></form>"
                + (isEmbedded ? EMBEDDED + "<script src=\"" + path + "/height.js\"></script>" : "");
        ResponseEntity<String> page = CustomerPage.render(texts, brand, status, texts.plain("lookup.title"), body);
        return ResponseEntity.status(status)
                .headers(page.getHeaders())
                .header("Content-Security-Policy", POLICY)
                .body(page.getBody());
    }

    private static String field(String name, String label, String value, String autocomplete) {
        return "<label for=\"" + name + "\">" + label + "</label><input id=\"" + name + "\" name=\"" + name
                + "\" required maxlength=\"" + LONGEST + "\" autocomplete=\"" + autocomplete + "\" value=\""
                + CustomerPage.escape(value) + "\">";
    }
}
