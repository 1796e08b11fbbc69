package upbeat.herald.server.rehearsal;

import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.channel.PriceList;
import upbeat.herald.server.message.SubjectFactory;

/** Makes what puts a rehearsal's messages into words, with carriers, brands and prices as they are now. */
@Component
class RehearsalWriterFactory {
    private final SubjectFactory subjects;
    private final PriceList prices;
    private final CarrierRepository carriers;
    private final BrandRepository brands;
    private final JdbcClient reader;

    RehearsalWriterFactory(
            SubjectFactory subjects,
            PriceList prices,
            CarrierRepository carriers,
            BrandRepository brands,
            JdbcClient reader) {
        this.subjects = subjects;
        this.prices = prices;
        this.carriers = carriers;
        this.brands = brands;
        this.reader = reader;
    }

    /** One for each thread, all of the same world. */
    Supplier<RehearsalWriter> prepare() {
        RehearsalWriter.World world = new RehearsalWriter.World(
                subjects.withoutLinks(),
                prices,
                carriers.findAll(reader).stream().collect(Collectors.toMap(Carrier::key, c -> c)),
                shop -> brands.get(reader, shop),
                brands.baseLanguage(reader));
        return () -> new RehearsalWriter(world);
    }
}
