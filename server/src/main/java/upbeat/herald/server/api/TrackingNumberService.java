package upbeat.herald.server.api;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.NumberRecognition;
import upbeat.herald.core.carrier.TrackingLink;
import upbeat.herald.core.carrier.TrackingNumber;
import upbeat.herald.server.carrier.CarrierRepository;

/** Whose tracking number it is. */
@Service
class TrackingNumberService {
    private final CarrierRepository carriers;
    private final JdbcClient reader;

    TrackingNumberService(CarrierRepository carriers, JdbcClient reader) {
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

    Recognised recognise(Number body) {
        String number = Texts.orEmpty(body.trackingNumber());
        if (TrackingNumber.compact(number).isEmpty() || number.length() > 60)
            throw new HeraldException("trackingNumber", "Enter a tracking number of 1 to 60 characters");
        return new Recognised(NumberRecognition.recognise(number, carriers.inUse(reader)).stream()
                .map(c -> new Candidate(
                        c.carrier() == null ? null : c.carrier().key(),
                        c.carrier() == null ? null : c.carrier().name(),
                        c.format(),
                        c.valid(),
                        c.reason(),
                        TrackingLink.build(c.carrier(), number, null, null, null)))
                .toList());
    }
}
