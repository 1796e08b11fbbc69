package upbeat.herald.server.delivery.sms;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Order;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.sms.SmsContent;
import upbeat.herald.core.wording.sms.SmsLength;
import upbeat.herald.server.channel.PreviewedMessage;
import upbeat.herald.server.channel.Price;

/** Measures a text as SMS, with this order's values and with those of recent orders. */
class SmsPreviewFactory {
    /** How many recent orders are measured. */
    private static final int MEASURED = 100;

    /** What a message of some segments costs to a country, ISO 3166-1 alpha-2, or null where nobody knows. */
    interface PriceList {
        Price priceOf(int segments, @Nullable String country);
    }

    private final PriceList prices;

    SmsPreviewFactory(PriceList prices) {
        this.prices = prices;
    }

    SmsPreview create(PreviewedMessage message) {
        SmsLength length = SmsContent.lengthOf(message.rendered());
        String typed = Texts.orEmpty(message.wording().text());
        List<SmsPreview.Forces> forces = length.replacements().stream()
                .map(x -> new SmsPreview.Forces(x.found(), x.use(), typed.contains(x.found())))
                .distinct()
                .toList();
        SmsPreview.Longest longest = null;
        Map<String, Integer> countries = new HashMap<>();
        for (PreviewedMessage.Sample sample :
                message.samples().stream().limit(MEASURED).toList()) {
            Optional<String> country = country(sample.order());
            country.ifPresent(c -> countries.merge(c, 1, Integer::sum));
            int segments = segments(sample);
            if (segments > (longest == null ? length.segments() : longest.segments()))
                longest = new SmsPreview.Longest(sample.order().number(), segments, cost(segments, country));
        }
        Price price = price(length.segments(), country(message.order()));
        return new SmsPreview(
                new SmsPreview.Length(length.encoding().code(), length.segments(), length.units(), length.unitsLeft()),
                price.amount().toPlainString(),
                price.currency(),
                forces,
                longest,
                mentions(message.rendered().text(), message.brand().name()),
                costs(countries, length.segments()));
    }

    /** None where the message would be held: it has no length then. */
    private static int segments(PreviewedMessage.Sample sample) {
        return sample.rendered().map(r -> SmsContent.lengthOf(r).segments()).orElse(0);
    }

    private static boolean mentions(String text, String name) {
        return text.toLowerCase(Locale.ROOT).contains(name.toLowerCase(Locale.ROOT));
    }

    private List<SmsPreview.CountryCost> costs(Map<String, Integer> countries, int segments) {
        return countries.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .map(e -> new SmsPreview.CountryCost(e.getKey(), e.getValue(), cost(segments, Optional.of(e.getKey()))))
                .toList();
    }

    private String cost(int segments, Optional<String> country) {
        return price(segments, country).amount().toPlainString();
    }

    private Price price(int segments, Optional<String> country) {
        return prices.priceOf(segments, country.orElse(null));
    }

    private static Optional<String> country(Order order) {
        return SmsChannel.SMS.addressOf(order).flatMap(PhoneNumbers::countryOf);
    }
}
