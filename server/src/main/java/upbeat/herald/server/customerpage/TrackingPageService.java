package upbeat.herald.server.customerpage;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.tracking.CalendarEntry;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.tracking.TrackingPage;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.brand.PageAddresses;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.address.PublicAddress;
import upbeat.herald.server.platform.picture.PictureEncoder;
import upbeat.herald.server.platform.picture.PictureFetcher;
import upbeat.herald.server.platform.web.RateLimiter;

/** Shows an order to who has its link. Whoever guesses at links is soon asked to wait; who has one never is. */
@Service
class TrackingPageService {
    /** No script, no other host; the page has its own styles and no others. */
    private static final String POLICY =
            "default-src 'none'; style-src 'unsafe-inline'; img-src 'self'; form-action 'self'; base-uri 'none';"
                    + " frame-ancestors 'none'";

    private static final int GUESSES_A_MINUTE = 30;
    private static final int PICTURE_PIXELS = 144;

    private final OrderRepository orders;
    private final TrackedOrders tracked;
    private final TrackingPageLinks links;
    private final BrandRepository brands;
    private final PageAddresses pages;
    private final PublicAddress address;
    private final PictureFetcher pictures;
    private final JdbcClient reader;
    private final RateLimiter guesses = new RateLimiter(GUESSES_A_MINUTE, Duration.ofMinutes(1));

    TrackingPageService(
            OrderRepository orders,
            TrackedOrders tracked,
            TrackingPageLinks links,
            BrandRepository brands,
            PageAddresses pages,
            PublicAddress address,
            PictureFetcher pictures,
            JdbcClient reader) {
        this.orders = orders;
        this.tracked = tracked;
        this.links = links;
        this.brands = brands;
        this.pages = pages;
        this.address = address;
        this.pictures = pictures;
        this.reader = reader;
    }

    ResponseEntity<String> show(String token, HttpServletRequest request) {
        Optional<OrderRow> found = find(token);
        if (found.isEmpty()) return refuse(request);
        OrderRow row = found.get();
        TrackedOrder order = tracked.load(reader, row);
        CustomerPageTexts texts = CustomerPageTexts.forLanguages(CustomerLanguage.languagesOf(row.order()));
        if (row.isErased() || order.isClosed()) return CustomerPage.problem(texts, order.brand(), 410, "closed");
        String html = TrackingPage.render(
                order.withBrand(withNearLogo(order.brand())), links.create(reader, row.id(), token, texts));
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "html", StandardCharsets.UTF_8))
                .cacheControl(CacheControl.noStore())
                .header("Content-Security-Policy", POLICY)
                .body(html);
    }

    /** @param isThere false where it is an empty one, because the shop's can't be had */
    record ItemPicture(byte[] png, boolean isThere) {}

    /** Null where the order has no such item, or the item no picture. */
    @Nullable ItemPicture findPicture(String token, int item, HttpServletRequest request) {
        Optional<OrderRow> row = find(token);
        if (row.isEmpty()) {
            guesses.tryAcquire(request.getRemoteAddr());
            return null;
        }
        if (row.get().isErased()) return null;
        List<Order.Item> items = row.get().order().purchase().items();
        String source =
                item < 0 || item >= items.size() ? null : items.get(item).imageUrl();
        if (source == null || !TrackingPage.isPicture(source)) return null;
        return pictures.find(source, PICTURE_PIXELS)
                .map(png -> new ItemPicture(png, true))
                .orElseGet(() -> new ItemPicture(PictureEncoder.empty(), false));
    }

    /** The calendar file of one of the order's parcels. */
    Optional<String> findCalendar(String token, long parcel, HttpServletRequest request) {
        Optional<OrderRow> row = find(token);
        if (row.isEmpty()) {
            guesses.tryAcquire(request.getRemoteAddr());
            return Optional.empty();
        }
        TrackedOrder order = tracked.load(reader, row.get());
        return row.get().isErased() || order.isClosed()
                ? Optional.empty()
                : order.parcels().stream()
                        .filter(p -> p.id() == parcel)
                        .findFirst()
                        .map(p -> CalendarEntry.of(
                                        p,
                                        order,
                                        Texts.orEmpty(URI.create(address.get()).getHost()),
                                        tracked.countReports(reader, p.id()),
                                        address.get() + PageAddresses.TRACKING + token)
                                .write());
    }

    /** Of a shop whose brand has such pages. */
    private Optional<OrderRow> find(String token) {
        OptionalLong id = pages.findOrder(token);
        return id.isEmpty()
                ? Optional.empty()
                : orders.find(reader, id.getAsLong())
                        .filter(o ->
                                brands.get(reader, o.order().shop()).pages().tracking());
    }

    private ResponseEntity<String> refuse(HttpServletRequest request) {
        CustomerPageTexts texts = CustomerPageTexts.forBrowser(request.getLocales());
        boolean isBusy = !guesses.tryAcquire(request.getRemoteAddr());
        return CustomerPage.problem(texts, brands.get(reader), isBusy ? 429 : 404, isBusy ? "busy" : "broken");
    }

    /** The logo by its way from this page: it is loaded from wherever the page was. */
    private Brand withNearLogo(Brand brand) {
        String logo = brand.look().logoUrl();
        return logo == null ? brand : brand.withLogoUrl(logo.replace(address.get() + "/", "../"));
    }
}
