package upbeat.herald.server.wording;

import java.time.InstantSource;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.PhoneNumbers;
import upbeat.herald.core.wording.Rendered;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.sms.SmsContent;
import upbeat.herald.core.wording.sms.SmsLength;
import upbeat.herald.core.wording.template.EmptyFieldException;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.message.MessageComposer;
import upbeat.herald.server.message.MessageComposer.Scene;
import upbeat.herald.server.order.OrderRow;

/** What a text takes and costs as SMS, also with the longest values among the last orders. */
@Component
class SmsPreview {
    /** How many of the last orders are measured. */
    private static final int MEASURED = 100;

    private final PreviewOrders previewOrders;
    private final MessageComposer composer;
    private final ChannelRegistry channels;
    private final JdbcClient reader;
    private final InstantSource clock;

    SmsPreview(
            PreviewOrders previewOrders,
            MessageComposer composer,
            ChannelRegistry channels,
            JdbcClient reader,
            InstantSource clock) {
        this.previewOrders = previewOrders;
        this.composer = composer;
        this.channels = channels;
        this.reader = reader;
        this.clock = clock;
    }

    /**
     * @param cost of one message to this order
     * @param forces characters that force the long encoding, each once
     * @param longest the same wording with the longest values among the last orders, or null where this is it
     * @param saysWho false where nothing in it says who it is from
     * @param countries where the last orders' numbers belong, and what one costs there, most frequent first
     */
    record Sms(
            Length length,
            String cost,
            @Nullable String currency,
            List<Forces> forces,
            @Nullable Longest longest,
            boolean saysWho,
            List<CountryCost> countries) {}

    record Length(String encoding, int segments, int units, int unitsLeft) {}

    /**
     * @param inWording true where it stands in the wording itself, so that it can be changed there
     * @param use what says the same in the short encoding, or null
     */
    record Forces(String found, @Nullable String use, boolean inWording) {}

    record CountryCost(String country, int orders, String cost) {}

    record Longest(String number, int segments, String cost) {}

    /** @param brandName that the text should mention */
    Sms measure(Scene scene, Wording wording, Rendered rendered, String brandName) {
        SmsLength length = SmsContent.lengthOf(rendered);
        List<Forces> forces = length.replacements().stream()
                .map(x -> new Forces(
                        x.found(), x.use(), Texts.orEmpty(wording.text()).contains(x.found())))
                .distinct()
                .toList();
        Longest longest = null;
        Map<String, Integer> countries = new HashMap<>();
        for (OrderRow row : previewOrders.findMatching(scene.notice()).stream()
                .limit(MEASURED)
                .toList()) {
            country(row).ifPresent(c -> countries.merge(c, 1, Integer::sum));
            int segments = segments(scene, wording, row).orElse(0);
            if (segments > (longest == null ? length.segments() : longest.segments()))
                longest = new Longest(row.order().number(), segments, cost(segments, country(row)));
        }
        Optional<String> country = country(scene.order());
        return new Sms(
                new Length(length.encoding().code(), length.segments(), length.units(), length.unitsLeft()),
                cost(length.segments(), country),
                price(length.segments(), country).currency(),
                forces,
                longest,
                rendered.text().toLowerCase(Locale.ROOT).contains(brandName.toLowerCase(Locale.ROOT)),
                costs(countries, length.segments()));
    }

    /** Empty where the message would be held; it has no length then. */
    private Optional<Integer> segments(Scene scene, Wording wording, OrderRow row) {
        Scene other = new Scene(
                scene.notice(),
                scene.language(),
                row,
                previewOrders.findParcel(scene.notice(), row).orElse(null),
                0);
        try {
            return Optional.ofNullable(composer.render(reader, other, SmsChannel.SMS, wording, clock.instant())
                    .segments());
        } catch (EmptyFieldException e) {
            return Optional.empty();
        }
    }

    private List<CountryCost> costs(Map<String, Integer> countries, int segments) {
        return countries.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .map(e -> new CountryCost(e.getKey(), e.getValue(), cost(segments, Optional.of(e.getKey()))))
                .toList();
    }

    private String cost(int segments, Optional<String> country) {
        return price(segments, country).amount().toPlainString();
    }

    private Price price(int segments, Optional<String> country) {
        return channels.get(SmsChannel.SMS)
                .priceOf(segments, country.orElse(null))
                .orElseThrow();
    }

    private static Optional<String> country(OrderRow row) {
        return SmsChannel.SMS.addressOf(row.order()).flatMap(PhoneNumbers::countryOf);
    }
}
