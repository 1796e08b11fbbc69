package upbeat.herald.server.carrier;

import java.io.IOException;
import java.time.InstantSource;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.CheckDigit;
import upbeat.herald.core.carrier.PostalOperators;
import upbeat.herald.core.carrier.StandardCodes;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;

/** Setup, Carriers: the directory with its code tables. */
@Service
class CarrierService {
    private final CarrierRepository carriers;
    private final ParcelRepository parcels;
    private final CarrierUpdate update;
    private final CarrierLogos logos;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    CarrierService(
            CarrierRepository carriers,
            ParcelRepository parcels,
            CarrierUpdate update,
            CarrierLogos logos,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock) {
        this.carriers = carriers;
        this.parcels = parcels;
        this.update = update;
        this.logos = logos;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /** @param parcels how many parcels it ever had here */
    record CarrierLine(CarrierBody carrier, String version, boolean preferred, int parcels) {}

    record CheckView(String code, String words) {}

    record ListView(String name, List<CarrierBody.RuleBody> rules) {}

    record Directory(List<CarrierLine> carriers, List<CheckView> checks, List<ListView> lists) {}

    record Logo(String logo) {}

    Directory list() {
        Map<String, Integer> counts = parcels.countByCarrier(reader);
        String preferred = carriers.findDefaultKey(reader).orElse("");
        return new Directory(
                carriers.findAll(reader).stream()
                        .map(CarrierBody::of)
                        .map(c -> new CarrierLine(
                                c, ContentVersion.of(c), preferred.equals(c.key()), counts.getOrDefault(c.key(), 0)))
                        .toList(),
                Arrays.stream(CheckDigit.values())
                        .map(c -> new CheckView(c.code(), c.label()))
                        .toList(),
                StandardCodes.ALL.stream()
                        .map(l -> new ListView(
                                l.name(),
                                l.rules().stream()
                                        .map(r -> new CarrierBody.RuleBody(r.code(), null, r.stageCode()))
                                        .toList()))
                        .toList());
    }

    CarrierBody add(CarrierBody body) {
        Carrier carrier = body.toCarrier(body.key());
        if (carriers.find(reader, carrier.key()).isPresent())
            throw new HeraldException("key", "There is already a carrier " + carrier.key());
        keep(carrier);
        return CarrierBody.of(carrier);
    }

    CarrierBody save(String key, IfMatch match, CarrierBody body) {
        find(key);
        Carrier carrier = body.toCarrier(key);
        writer.write(db -> {
            CarrierBody current = CarrierBody.of(carriers.find(db, key).orElseThrow(() -> missing(key)));
            match.check(ContentVersion.of(current), current);
            keep(db, carrier);
            return null;
        });
        return CarrierBody.of(carrier);
    }

    void remove(String key) {
        find(key);
        writer.write(db -> {
            if (parcels.countByCarrier(db).getOrDefault(key, 0) > 0)
                throw new HeraldException("key", "This carrier has parcels. Switch it off instead of deleting it");
            carriers.remove(db, key);
            return null;
        });
    }

    Directory setDefault(String key) {
        Carrier carrier = find(key);
        writer.write(db -> {
            if (!carrier.inUse()) carriers.save(db, carrier.withInUse(true));
            carriers.setDefault(db, key);
            return null;
        });
        return list();
    }

    /** A postal operator to start from. @param country ISO 3166-1 alpha-2 */
    record PostalOperator(String country, CarrierBody carrier) {}

    List<PostalOperator> listPostalOperators() {
        return PostalOperators.list().stream()
                .map(c -> new PostalOperator(
                        c.key().substring(c.key().length() - 2).toUpperCase(Locale.ROOT), CarrierBody.of(c)))
                .toList();
    }

    /** Makes an uploaded picture small and harmless, for a carrier that is then saved with it. */
    Logo logo(MultipartFile file) throws IOException {
        return new Logo(logos.toDataUrl(file.getBytes()));
    }

    ResponseEntity<String> export(String format) {
        List<CarrierBody> bodies =
                carriers.findAll(reader).stream().map(CarrierBody::of).toList();
        boolean csv = format.equals("csv");
        if (!csv && !format.equals("json")) throw new NotFoundException("Choose CSV or JSON");
        return ResponseEntity.ok()
                .contentType(new MediaType(
                        csv ? MediaType.valueOf("text/csv") : MediaType.APPLICATION_JSON,
                        java.nio.charset.StandardCharsets.UTF_8))
                .header("Content-Disposition", "attachment; filename=\"carriers." + format + "\"")
                .body(csv ? CarrierFile.toCsv(bodies) : CarrierFile.toJson(bodies));
    }

    private void keep(Carrier carrier) {
        writer.write(db -> {
            keep(db, carrier);
            return null;
        });
    }

    private void keep(JdbcClient db, Carrier carrier) {
        update.save(db, carrier, clock.instant());
    }

    private Carrier find(String key) {
        return carriers.find(reader, key).orElseThrow(() -> missing(key));
    }

    private static NotFoundException missing(String key) {
        return new NotFoundException("There is no carrier " + key);
    }
}
