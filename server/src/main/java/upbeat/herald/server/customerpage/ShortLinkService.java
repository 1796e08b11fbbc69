package upbeat.herald.server.customerpage;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.time.Duration;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.answer.ShortLink;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.Parcel;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.core.wording.CustomerLanguage;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.brand.PageAddresses;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.order.OrderRepository;
import upbeat.herald.server.order.OrderRow;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.order.ParcelRow;
import upbeat.herald.server.platform.secret.LinkSigningKey;
import upbeat.herald.server.platform.web.RateLimiter;

/**
 * Where a short link leads: to the order's own page where messages lead there; else to the carrier's page with the
 * number in it; where that takes none, to a page with the number to be copied.
 */
@Service
class ShortLinkService {
    private final ParcelRepository parcels;
    private final OrderRepository orders;
    private final CarrierRepository carriers;
    private final BrandRepository brands;
    private final PageAddresses pages;
    private final LinkSigningKey secret;
    private final JdbcClient reader;
    private final RateLimiter callers = new RateLimiter(120, Duration.ofMinutes(1));

    ShortLinkService(
            ParcelRepository parcels,
            OrderRepository orders,
            CarrierRepository carriers,
            BrandRepository brands,
            PageAddresses pages,
            LinkSigningKey secret,
            JdbcClient reader) {
        this.parcels = parcels;
        this.orders = orders;
        this.carriers = carriers;
        this.brands = brands;
        this.pages = pages;
        this.secret = secret;
        this.reader = reader;
    }

    ResponseEntity<String> follow(String token, HttpServletRequest request) {
        CustomerPageTexts texts = CustomerPageTexts.forBrowser(request.getLocales());
        if (!callers.tryAcquire(request.getRemoteAddr()))
            return CustomerPage.problem(texts, brands.get(reader), 429, "busy");
        OptionalLong id = ShortLink.verify(secret.bytes(), token);
        Optional<ParcelRow> parcel = id.isEmpty() ? Optional.empty() : parcels.find(reader, id.getAsLong());
        if (parcel.isEmpty()) return CustomerPage.problem(texts, brands.get(reader), 404, "broken");
        return shown(parcel.get());
    }

    private static ResponseEntity<String> redirect(URI to) {
        return ResponseEntity.status(HttpStatus.FOUND)
                .location(to)
                .cacheControl(CacheControl.noStore())
                .build();
    }

    private static boolean isAddress(String link) {
        try {
            return URI.create(link).getHost() != null;
        } catch (IllegalArgumentException e) {
            return false; // an old pattern, from before they were checked
        }
    }

    private ResponseEntity<String> shown(ParcelRow row) {
        OrderRow order = orders.get(reader, row.orderId());
        Brand brand = brands.get(reader, order.order().shop());
        if (brand.pages().linked())
            return redirect(URI.create(".." + PageAddresses.TRACKING + pages.tokenOf(order.id())));
        Parcel parcel = parcels.currentLeg(reader, row);
        Carrier carrier = carriers.find(reader, parcel.carrier()).orElse(null);
        Order.ShipTo to = order.order().shipTo();
        String language = CustomerLanguage.languageOf(order.order());
        String link = TrackingLink.build(
                carrier,
                parcel.trackingNumber(),
                to == null ? null : to.postcode(),
                to == null ? null : to.country(),
                language == null
                        ? null
                        : java.util.Locale.forLanguageTag(language).getLanguage());
        if (link != null && carrier != null && carrier.linkTakesNumber() && isAddress(link))
            return redirect(URI.create(link));
        CustomerPageTexts texts = CustomerPageTexts.forLanguages(CustomerLanguage.languagesOf(order.order()));
        String number = "<p>" + texts.html("number", carrier == null ? parcel.carrier() : carrier.name())
                + "</p><p class=\"number\">" + CustomerPage.escape(parcel.trackingNumber()) + "</p>";
        return CustomerPage.render(
                texts,
                brand,
                200,
                texts.plain("orderTitle", order.order().number()),
                number
                        + (link == null
                                ? ""
                                : "<p>" + texts.html("paste") + "</p><p><a class=\"main\" href=\""
                                        + CustomerPage.escape(link) + "\">" + texts.html("open") + "</a></p>")
                        + texts.contact(brand));
    }
}
