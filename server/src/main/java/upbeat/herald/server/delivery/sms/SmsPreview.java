package upbeat.herald.server.delivery.sms;

import java.util.List;
import org.jspecify.annotations.Nullable;
import upbeat.herald.server.channel.ChannelPreview;

/**
 * What a text takes and costs as SMS, also with the longest values among recent orders.
 *
 * @param cost of one message to this order
 * @param currency ISO 4217
 * @param forces characters that force the long encoding, each once
 * @param longest the same wording with the longest values among recent orders, or null where this is it
 * @param saysWho false where nothing in it says who it is from
 * @param countries where recent orders' numbers belong, and what one costs there, most frequent first
 */
record SmsPreview(
        Length length,
        String cost,
        @Nullable String currency,
        List<Forces> forces,
        @Nullable Longest longest,
        boolean saysWho,
        List<CountryCost> countries)
        implements ChannelPreview {
    record Length(String encoding, int segments, int units, int unitsLeft) {}

    /**
     * @param inWording true where it stands in the wording itself, so that it can be changed there
     * @param use what says the same in the short encoding, or null
     */
    record Forces(String found, @Nullable String use, boolean inWording) {}

    record CountryCost(String country, int orders, String cost) {}

    record Longest(String number, int segments, String cost) {}
}
