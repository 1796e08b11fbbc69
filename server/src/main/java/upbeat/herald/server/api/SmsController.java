package upbeat.herald.server.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.wording.sms.SmsChannel;
import upbeat.herald.core.wording.sms.SmsLength;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.Price;
import upbeat.herald.server.message.MessageView;
import upbeat.herald.server.platform.web.ValidationException;

/** What a text would take as SMS. */
@RestController
@RequestMapping("/api/v1/sms")
@Tag(name = "sms")
class SmsController {
    private static final int LONGEST = 20_000;
    private final ChannelRegistry channels;

    SmsController(ChannelRegistry channels) {
        this.channels = channels;
    }

    /** @param country ISO 3166-1 alpha-2 of the number it goes to, where its price is asked */
    record Measure(@Nullable String text, @Nullable String country) {}

    /** @param segments 0 for an empty text; {@code cost} null where the country isn't one and its price isn't known */
    record Measured(
            String encoding,
            int segments,
            int units,
            int unitsLeft,
            List<Replace> replacements,
            MessageView.@Nullable Money cost) {}

    /**
     * @param at index of the character in the text, in UTF-16 units; {@code use} what says the same in the short
     *     encoding, or null
     */
    record Replace(int at, String found, @Nullable String use) {}

    @PostMapping("/measure")
    @Operation(summary = "Encoding, segments, units and cost of a text, and what makes it long")
    Measured measure(@RequestBody Measure body) {
        ValidationException errors = new ValidationException();
        if (body.text() == null) errors.add("text", "Send the text to measure");
        else if (body.text().length() > LONGEST) errors.add("text", "Send a text of up to " + LONGEST + " characters");
        if (body.country() != null && !body.country().matches("[A-Z]{2}"))
            errors.add("country", "Enter the country as two capital letters (ISO 3166-1)");
        errors.throwIfAny();
        SmsLength length = SmsLength.measure(Texts.orEmpty(body.text()));
        boolean nothing = Texts.orEmpty(body.text()).isEmpty();
        boolean unknown = body.country() != null && !Countries.CODES.contains(body.country());
        Price price = channels.findPrice(SmsChannel.SMS, nothing ? 0 : length.segments(), body.country())
                .orElseThrow();
        return new Measured(
                length.encoding().code(),
                nothing ? 0 : length.segments(),
                length.units(),
                length.unitsLeft(),
                length.replacements().stream()
                        .map(r -> new Replace(r.at(), r.found(), r.use()))
                        .toList(),
                unknown ? null : new MessageView.Money(price.amount().toPlainString(), price.currency()));
    }
}
