package upbeat.herald.server.wording;

import org.jspecify.annotations.Nullable;

/**
 * Where a wording stands, as the interface names it; checked by {@link WordingService#parseKey}.
 *
 * @param language BCP 47; null for the default language
 * @param shop, carrier, country of a variant; null for everyone
 */
record WordingPlace(
        String notice,
        String channel,
        @Nullable String language,
        @Nullable String shop,
        @Nullable String carrier,
        @Nullable String country) {}
