package upbeat.herald.server.brand;

import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.answer.OrderLink;
import upbeat.herald.core.wording.Brand;
import upbeat.herald.server.platform.address.PublicAddress;
import upbeat.herald.server.platform.secret.LinkSigningKey;

/** Where customers find their pages. */
@Component
public class PageAddresses {
    /** Below the public address, before an order's token. */
    public static final String TRACKING = "/o/";

    private final BrandRepository brands;
    private final PublicAddress address;
    private final LinkSigningKey key;

    PageAddresses(BrandRepository brands, PublicAddress address, LinkSigningKey key) {
        this.brands = brands;
        this.address = address;
        this.key = key;
    }

    /** The address of an order's tracking page; null while its brand has none. @param order number of its row */
    public @Nullable String trackingPage(Brand brand, long order) {
        return brand.pages().tracking() ? address.get() + TRACKING + tokenOf(order) : null;
    }

    /** The same for an order of a shop. */
    public @Nullable String trackingPage(JdbcClient db, String shop, long order) {
        return trackingPage(brands.get(db, shop), order);
    }

    /** One that is as long and leads nowhere, for messages that aren't sent; null while the brand has no such page. */
    public @Nullable String sampleTrackingPage(Brand brand) {
        return brand.pages().tracking() ? address.get() + TRACKING + OrderLink.createUnsigned() : null;
    }

    /**
     * Below an order's page, of the file with the day on which a parcel is expected. @param parcel number of its row
     */
    public static String calendar(long parcel) {
        return "/parcels/" + parcel + ".ics";
    }

    /** Below an order's page, of what its customer sends back. @param id of the return */
    public static String ofReturn(long id) {
        return "/returns/" + id;
    }

    public String tokenOf(long order) {
        return OrderLink.create(key.bytes(), order);
    }

    /** The number of the order's row, or empty where the token isn't ours. */
    public OptionalLong findOrder(String token) {
        return OrderLink.verify(key.bytes(), token);
    }
}
