package upbeat.herald.server.channel;

import java.math.BigDecimal;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.credit.PriceFile;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.server.platform.persistence.SettingRepository;

/**
 * The price list that was read in, which goes before the prices of the gateways' accounts. Asked for with every
 * message, so it is kept here and not read each time. Its days are those of UTC.
 */
@Component
public class Prices {
    private static final String CURRENCY = "credit.currency";

    private final PriceRepository rows;
    private final SettingRepository settings;
    private final InstantSource clock;
    private volatile PriceFile.Prices listed;

    Prices(PriceRepository rows, SettingRepository settings, JdbcClient reader, InstantSource clock) {
        this.rows = rows;
        this.settings = settings;
        this.clock = clock;
        this.listed = read(reader);
    }

    private PriceFile.Prices read(JdbcClient db) {
        return new PriceFile.Prices(settings.find(db, CURRENCY).orElse(""), rows.findAll(db));
    }

    public LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    /** The list and its currency; the currency is blank while there is none. */
    public PriceFile.Prices get() {
        return listed;
    }

    /**
     * @param units segments, or messages; {@code country} of the customer's number, or null. Empty where none is listed
     */
    public Optional<Price> find(Channel channel, int units, @Nullable String country) {
        PriceFile.Prices now = listed;
        return now.table()
                .find(channel.code(), country, today())
                .map(one -> new Price(one.multiply(BigDecimal.valueOf(units)), now.currency()));
    }

    /** Takes a list in the place of the one before; holds once {@link #use} is called after the commit. */
    public void save(JdbcClient db, PriceFile.Prices prices) {
        rows.replace(db, prices.table().rows());
        settings.put(db, CURRENCY, prices.currency());
    }

    public void use(PriceFile.Prices prices) {
        listed = prices;
    }
}
