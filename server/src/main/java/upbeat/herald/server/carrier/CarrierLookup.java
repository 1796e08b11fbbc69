package upbeat.herald.server.carrier;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.NumberRecognition;

/** Which carrier is meant, by what others call it or by the look of its number. */
@Component
public class CarrierLookup {
    private final CarrierRepository carriers;

    CarrierLookup(CarrierRepository carriers) {
        this.carriers = carriers;
    }

    /**
     * By key or name where one is given; else by the number, if it fits one carrier in use alone; else the preferred
     * one, if the number fits none. @param name or null
     */
    public Optional<Carrier> findByName(JdbcClient db, @Nullable String name, @Nullable String trackingNumber) {
        List<Carrier> all = carriers.findAll(db);
        if (!Texts.isBlank(name))
            return all.stream()
                    .filter(c ->
                            c.key().equalsIgnoreCase(name.strip()) || c.name().equalsIgnoreCase(name.strip()))
                    .findFirst();
        return findAmong(db, all, trackingNumber);
    }

    /** By the number alone. @param all every carrier there is */
    public Optional<Carrier> findAmong(JdbcClient db, List<Carrier> all, @Nullable String trackingNumber) {
        List<Carrier> fit = fitting(all, trackingNumber, true);
        if (fit.isEmpty()) fit = fitting(all, trackingNumber, false); // its shape, with a digit wrong
        if (fit.size() == 1) return Optional.of(fit.get(0));
        return fit.isEmpty()
                ? carriers.findDefaultKey(db)
                        .flatMap(
                                k -> all.stream().filter(c -> c.key().equals(k)).findFirst())
                : Optional.empty();
    }

    /** The one carrier in use whose number this is, by shape and check digit. */
    public Optional<Carrier> findByNumber(JdbcClient db, String trackingNumber) {
        List<Carrier> fit = fitting(carriers.findAll(db), trackingNumber, true);
        return fit.size() == 1 ? Optional.of(fit.get(0)) : Optional.empty();
    }

    private static List<Carrier> fitting(List<Carrier> all, @Nullable String trackingNumber, boolean valid) {
        return NumberRecognition.recognise(
                        Texts.orEmpty(trackingNumber),
                        all.stream().filter(Carrier::inUse).toList())
                .stream()
                .filter(c -> c.valid() == valid && c.carrier() != null)
                .map(NumberRecognition.Candidate::carrier)
                .distinct()
                .toList();
    }
}
