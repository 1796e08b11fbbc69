package upbeat.herald.server.follow;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.time.Duration;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.answer.ShortLink;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.answers.LinkSecret;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.brand.CustomerPage;
import upbeat.herald.server.carriers.CarrierStore;
import upbeat.herald.server.orders.OrderRow;
import upbeat.herald.server.orders.OrderStore;
import upbeat.herald.server.orders.ParcelRow;
import upbeat.herald.server.orders.ParcelStore;
import upbeat.herald.server.web.CallLimit;

/**
 * Where a short link leads: to the carrier's page with the number in it; where that takes none, to a page with the
 * number to be copied.
 */
@RestController
@Hidden
class FollowPage {
    private final ParcelStore parcels;
    private final OrderStore orders;
    private final CarrierStore carriers;
    private final BrandStore brands;
    private final LinkSecret secret;
    private final JdbcClient reader;
    private final CallLimit callers = new CallLimit(120, Duration.ofMinutes(1));

    FollowPage(
            ParcelStore parcels,
            OrderStore orders,
            CarrierStore carriers,
            BrandStore brands,
            LinkSecret secret,
            JdbcClient reader) {
        this.parcels = parcels;
        this.orders = orders;
        this.carriers = carriers;
        this.brands = brands;
        this.secret = secret;
        this.reader = reader;
    }

    @GetMapping("/t/{token}")
    ResponseEntity<String> follow(@PathVariable String token, HttpServletRequest request) {
        if (!callers.allows(request.getRemoteAddr()))
            return CustomerPage.of(
                    brands.get(reader),
                    429,
                    "One moment, please",
                    "<p>Too many calls came from here. Please try again in a minute.</p>");
        OptionalLong id = ShortLink.read(secret.bytes(), token);
        Optional<ParcelRow> parcel = id.isEmpty() ? Optional.empty() : parcels.find(reader, id.getAsLong());
        if (parcel.isEmpty())
            return CustomerPage.of(
                    brands.get(reader),
                    404,
                    "This link leads nowhere",
                    "<p>It may have been cut short on its way. Please open it from the message once more"
                            + CustomerPage.contact(brands.get(reader)) + ".</p>");
        return shown(parcel.get());
    }

    private ResponseEntity<String> shown(ParcelRow row) {
        OrderRow order = orders.get(reader, row.orderId());
        Parcel parcel = parcels.followed(reader, row);
        Carrier carrier = carriers.find(reader, parcel.carrier()).orElse(null);
        Order.ShipTo to = order.order().shipTo();
        String language = CustomerLanguage.of(order.order());
        String link = TrackingLink.of(
                carrier,
                parcel.trackingNumber(),
                to == null ? null : to.postcode(),
                to == null ? null : to.country(),
                language == null
                        ? null
                        : java.util.Locale.forLanguageTag(language).getLanguage());
        if (link != null && carrier.linkTakesNumber())
            return ResponseEntity.status(HttpStatus.FOUND)
                    .location(URI.create(link))
                    .cacheControl(CacheControl.noStore())
                    .build();
        Brand brand = brands.get(reader, order.order().shop());
        String number = "<p>The number of your parcel with "
                + CustomerPage.escape(carrier == null ? parcel.carrier() : carrier.name()) + ":</p><p class=\"number\">"
                + CustomerPage.escape(parcel.trackingNumber()) + "</p>";
        return CustomerPage.of(
                brand,
                200,
                "Order " + order.order().number(),
                number
                        + (link == null
                                ? ""
                                : "<p>Copy it, and paste it there:</p><p><a class=\"main\" href=\""
                                        + CustomerPage.escape(link) + "\">Open the carrier’s page</a></p>"));
    }
}
