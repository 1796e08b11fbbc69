package upbeat.herald.server.dispatch;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.wording.SmsLength;
import upbeat.herald.server.web.Faults;

/** What a text would take as SMS. */
@RestController
@RequestMapping("/api/v1/sms")
@Tag(name = "sms")
class SmsApi {
    private static final int LONGEST = 20_000;
    private final SmsPrice price;

    SmsApi(SmsPrice price) {
        this.price = price;
    }

    /** @param country ISO 3166-1 alpha-2 of the number it goes to, where its price is asked */
    record Measure(@Nullable String text, @Nullable String country) {}

    record Measured(
            String encoding,
            int segments,
            int units,
            int unitsLeft,
            List<Replace> replacements,
            MessageView.Money cost) {}

    /**
     * @param at index of the character in the text, in UTF-16 units; {@code use} what says the same in the short
     *     encoding, or null
     */
    record Replace(int at, String found, @Nullable String use) {}

    @PostMapping("/measure")
    @Operation(summary = "Encoding, segments, units and cost of a text, and what makes it long")
    Measured measure(@RequestBody Measure body) {
        Faults faults = new Faults();
        if (body.text() == null) faults.add("text", "Send the text to be measured");
        else if (body.text().length() > LONGEST)
            faults.add("text", "A text to be measured has up to " + LONGEST + " characters");
        if (body.country() != null && !body.country().matches("[A-Z]{2}"))
            faults.add("country", "A country is ISO 3166-1, two capital letters");
        faults.raise();
        SmsLength length = SmsLength.of(body.text());
        BigDecimal cost = price.of(length.segments(), body.country());
        return new Measured(
                length.encoding().code(),
                length.segments(),
                length.units(),
                length.unitsLeft(),
                length.replacements().stream()
                        .map(r -> new Replace(r.at(), r.found(), r.use()))
                        .toList(),
                new MessageView.Money(cost.toPlainString(), price.currency()));
    }
}
