package upbeat.herald.core.wording;

import java.util.Comparator;
import org.jspecify.annotations.Nullable;

/** Whom a wording is for. A null stands for any. @param country ISO 3166-1 alpha-2 of the destination */
public record Variant(
        @Nullable String shop,
        @Nullable String carrier,
        @Nullable String country) {
    public static final Variant EVERYONE = new Variant(null, null, null);

    /** Most special first: more conditions win; among as many, the country, then the carrier, then the shop. */
    public static final Comparator<Variant> MOST_SPECIAL =
            Comparator.comparingInt(Variant::weight).reversed();

    private int weight() {
        int set = (shop == null ? 0 : 1) + (carrier == null ? 0 : 1) + (country == null ? 0 : 1);
        return set * 8 + (country == null ? 0 : 4) + (carrier == null ? 0 : 2) + (shop == null ? 0 : 1);
    }

    public boolean everyone() {
        return weight() == 0;
    }

    /** True where an order from that shop, with that carrier, to that country is meant. */
    public boolean matches(@Nullable String ofShop, @Nullable String withCarrier, @Nullable String toCountry) {
        return (shop == null || shop.equals(ofShop))
                && (carrier == null || carrier.equals(withCarrier))
                && (country == null || country.equals(toCountry));
    }

    /** What it takes over from: true where each of its own conditions stands in the other too. */
    public boolean isWithin(Variant other) {
        return (shop == null || shop.equals(other.shop))
                && (carrier == null || carrier.equals(other.carrier))
                && (country == null || country.equals(other.country));
    }
}
