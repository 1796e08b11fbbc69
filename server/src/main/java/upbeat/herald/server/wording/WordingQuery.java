package upbeat.herald.server.wording;

import org.jspecify.annotations.Nullable;

/** The part of a {@link WordingPlace} that stands in an address's query. */
record WordingQuery(
        @Nullable String language,
        @Nullable String shop,
        @Nullable String carrier,
        @Nullable String country) {
    WordingPlace toPlace(String notice, String channel) {
        return new WordingPlace(notice, channel, language, shop, carrier, country);
    }
}
