package upbeat.herald.server.customerpage;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.tracking.CalendarEntry;
import upbeat.herald.core.tracking.PageText;
import upbeat.herald.core.tracking.TrackedOrder;
import upbeat.herald.core.tracking.TrackingPage;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.brand.PageAddresses;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.platform.address.PublicAddress;
import upbeat.herald.server.platform.picture.PictureEncoder;
import upbeat.herald.server.platform.picture.PictureFetcher;

/** Shows an order to who has its link. Whoever guesses at links is soon asked to wait; who has one never is. */
@Service
class TrackingPageService {
    private static final int PICTURE_PIXELS = 144;
    /** As wide as a page's card, on a screen with twice as many dots. */
    private static final int OWN_PICTURE_PIXELS = 1_000;

    private final OrderPages orders;
    private final TrackedOrders tracked;
    private final TrackingPageLinks links;
    private final PageWordings wordings;
    private final PublicAddress address;
    private final PictureFetcher pictures;
    private final JdbcClient reader;

    TrackingPageService(
            OrderPages orders,
            TrackedOrders tracked,
            TrackingPageLinks links,
            PageWordings wordings,
            PublicAddress address,
            PictureFetcher pictures,
            JdbcClient reader) {
        this.orders = orders;
        this.tracked = tracked;
        this.links = links;
        this.wordings = wordings;
        this.address = address;
        this.pictures = pictures;
        this.reader = reader;
    }

    ResponseEntity<String> show(String token, HttpServletRequest request) {
        Optional<OrderRow> found = orders.find(reader, token);
        if (found.isEmpty()) return orders.refuse(reader, request);
        OrderRow row = found.get();
        TrackedOrder order = tracked.load(reader, row);
        CustomerPageTexts texts = CustomerPageTexts.forLanguages(CustomerLanguage.languagesOf(row.order()));
        if (row.isErased() || order.isClosed()) return CustomerPage.problem(texts, order.brand(), 410, "closed");
        String html = TrackingPage.render(
                order.withBrand(orders.withNearLogo(order.brand(), "../")),
                links.create(reader, row.id(), order, token, texts),
                wordings.find(reader, row));
        return OrderPages.respond(200, html);
    }

    /** @param isThere false where it is an empty one, because the shop's can't be had */
    record ItemPicture(byte[] png, boolean isThere) {}

    /** Null where the order has no such item, or the item no picture. */
    @Nullable ItemPicture findPicture(String token, int item, HttpServletRequest request) {
        Optional<OrderRow> row = orders.find(reader, token);
        if (row.isEmpty()) {
            orders.countGuess(request);
            return null;
        }
        if (row.get().isErased()) return null;
        List<Order.Item> items = row.get().order().purchase().items();
        String source =
                item < 0 || item >= items.size() ? null : items.get(item).imageUrl();
        if (source == null || !TrackingPage.isPicture(source)) return null;
        return fetch(source, PICTURE_PIXELS);
    }

    /** A picture that the team put on the page. @param place among those of this order's page, from 0 */
    @Nullable ItemPicture findOwnPicture(String token, int place, HttpServletRequest request) {
        Optional<OrderRow> row = orders.find(reader, token);
        if (row.isEmpty()) {
            orders.countGuess(request);
            return null;
        }
        PageText text = row.get().isErased() ? null : wordings.find(reader, row.get());
        List<String> all = text == null ? List.of() : text.pictures();
        return place < 0 || place >= all.size() ? null : fetch(all.get(place), OWN_PICTURE_PIXELS);
    }

    private ItemPicture fetch(String source, int pixels) {
        return pictures.find(source, pixels)
                .map(png -> new ItemPicture(png, true))
                .orElseGet(() -> new ItemPicture(PictureEncoder.empty(), false));
    }

    /** The calendar file of one of the order's parcels. */
    Optional<String> findCalendar(String token, long parcel, HttpServletRequest request) {
        Optional<OrderRow> row = orders.find(reader, token);
        if (row.isEmpty()) {
            orders.countGuess(request);
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
}
