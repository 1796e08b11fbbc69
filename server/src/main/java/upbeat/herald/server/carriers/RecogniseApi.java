package upbeat.herald.server.carriers;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Recognise;
import upbeat.herald.core.carrier.TrackingLink;

/** Whose tracking number it is. */
@RestController
@RequestMapping({"/api/v1/tracking-numbers", "/ui/tracking-numbers"})
@Tag(name = "tracking-numbers")
class RecogniseApi {
    private final CarrierStore carriers;
    private final JdbcClient reader;

    RecogniseApi(CarrierStore carriers, JdbcClient reader) {
        this.carriers = carriers;
        this.reader = reader;
    }

    record Number(@Nullable String trackingNumber) {}

    record Recognised(List<Candidate> candidates) {}

    /** @param carrier key, null where no carrier in use claims the number; {@code reason} why the number is wrong */
    record Candidate(
            @Nullable String carrier,
            @Nullable String carrierName,
            String format,
            boolean valid,
            @Nullable String reason,
            @Nullable String trackingLink) {}

    @PostMapping("/recognise")
    @Operation(summary = "Which carriers a tracking number fits, and why it is wrong where it is")
    Recognised recognise(@RequestBody Number body) {
        if (Texts.compact(body.trackingNumber()).isEmpty()
                || body.trackingNumber().length() > 60)
            throw new HeraldException("trackingNumber", "A tracking number has 1 to 60 characters");
        return new Recognised(Recognise.of(body.trackingNumber(), carriers.inUse(reader)).stream()
                .map(c -> new Candidate(
                        c.carrier() == null ? null : c.carrier().key(),
                        c.carrier() == null ? null : c.carrier().name(),
                        c.format(),
                        c.valid(),
                        c.reason(),
                        TrackingLink.of(c.carrier(), body.trackingNumber(), null, null, null)))
                .toList());
    }
}
