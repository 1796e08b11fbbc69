package upbeat.herald.server.carriers;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.io.IOException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.CheckDigit;
import upbeat.herald.core.carrier.CodeRule;
import upbeat.herald.core.carrier.StandardCodes;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.intake.TakeReports;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.NotFound;

/** Setup, Carriers: the directory, code tables, and scans whose code nothing reads. */
@RestController
@RequestMapping("/ui/carriers")
@Tag(name = "ui-carriers")
class CarriersDoor {
    private static final String UNREAD = """
            select carrier, code, text, count(*) as n, max(at) as latest, max(compact) as example, max(place) as place, count(distinct parcel_id) as parcels
            from scan where stage is null and carrier <> '' group by carrier, code, case when code is null then text end order by n desc, carrier, code limit 200""";
    private static final String PARCELS = "select carrier, count(*) as n from parcel group by carrier";
    private final CarrierStore carriers;
    private final TakeReports reports;
    private final Logos logos;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell bell;

    CarriersDoor(
            CarrierStore carriers,
            TakeReports reports,
            Logos logos,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Bell bell) {
        this.carriers = carriers;
        this.reports = reports;
        this.logos = logos;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
    }

    /** @param parcels how many parcels it ever had here */
    record CarrierLine(CarrierBody carrier, boolean preferred, int parcels) {}

    record CheckView(String code, String words) {}

    record ListView(String name, List<CarrierBody.RuleBody> rules) {}

    record Directory(List<CarrierLine> carriers, List<CheckView> checks, List<ListView> lists) {}

    /** A code that nothing reads. @param count scans with it; {@code parcels} they are of */
    record UnreadCode(
            String carrier,
            String carrierName,
            @Nullable String code,
            @Nullable String text,
            int count,
            int parcels,
            Instant latest,
            String example,
            @Nullable String place) {}

    /** @param send false where nothing is to go out for what the code brings */
    record Meaning(
            @Nullable String code,
            @Nullable String contains,
            @Nullable String stage,
            @Nullable Boolean send) {}

    record Means(int read, int messages, List<String> moved) {}

    record Imported(int added, int changed, List<String> refused) {}

    record Logo(String logo) {}

    @GetMapping
    Directory all() {
        Map<String, Integer> parcels =
                reader.sql(PARCELS).query((rs, i) -> Map.entry(rs.getString(1), rs.getInt(2))).list().stream()
                        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        String preferred = carriers.preferred(reader).orElse("");
        return new Directory(
                carriers.all(reader).stream()
                        .map(c -> new CarrierLine(
                                CarrierBody.of(c), c.key().equals(preferred), parcels.getOrDefault(c.key(), 0)))
                        .toList(),
                Arrays.stream(CheckDigit.values())
                        .map(c -> new CheckView(c.code(), c.words()))
                        .toList(),
                StandardCodes.ALL.stream()
                        .map(l -> new ListView(
                                l.name(),
                                l.rules().stream()
                                        .map(r -> new CarrierBody.RuleBody(
                                                r.code(), null, r.stage().code()))
                                        .toList()))
                        .toList());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    CarrierBody add(@RequestBody CarrierBody body) {
        Carrier carrier = body.toCarrier(body.key());
        if (carriers.find(reader, carrier.key()).isPresent())
            throw new HeraldException("key", "There is a carrier " + carrier.key() + " already");
        keep(carrier);
        return CarrierBody.of(carrier);
    }

    @PutMapping("/{key}")
    CarrierBody change(@PathVariable String key, @RequestBody CarrierBody body) {
        find(key);
        Carrier carrier = body.toCarrier(key);
        keep(carrier);
        return CarrierBody.of(carrier);
    }

    @DeleteMapping("/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String key) {
        find(key);
        writer.write(db -> {
            if (db.sql("select count(*) from parcel where carrier = ?")
                            .param(key)
                            .query(Long.class)
                            .single()
                    > 0) throw new HeraldException("key", "Parcels went with this carrier. Take it out of use instead");
            carriers.remove(db, key);
            return null;
        });
    }

    @PostMapping("/{key}/prefer")
    Directory prefer(@PathVariable String key) {
        Carrier carrier = find(key);
        writer.write(db -> {
            if (!carrier.inUse()) carriers.put(db, carrier.withInUse(true));
            carriers.prefer(db, key);
            return null;
        });
        return all();
    }

    /** Makes an uploaded picture small and harmless, for a carrier that is then saved with it. */
    @PostMapping(path = "/logo", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Logo logo(@RequestParam("file") MultipartFile file) throws IOException {
        return new Logo(logos.small(file.getBytes()));
    }

    @GetMapping(path = "/export.{format}")
    ResponseEntity<String> export(@PathVariable String format) {
        List<CarrierBody> bodies =
                carriers.all(reader).stream().map(CarrierBody::of).toList();
        boolean csv = format.equals("csv");
        if (!csv && !format.equals("json")) throw new NotFound("Carriers are given as csv or json");
        return ResponseEntity.ok()
                .contentType(new MediaType(
                        csv ? MediaType.valueOf("text/csv") : MediaType.APPLICATION_JSON,
                        java.nio.charset.StandardCharsets.UTF_8))
                .header("Content-Disposition", "attachment; filename=\"carriers." + format + "\"")
                .body(csv ? CarrierFile.csv(bodies) : CarrierFile.json(bodies));
    }

    /** Adds and changes carriers from a file; one that is wrong keeps no other out. */
    @PostMapping(path = "/import", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Imported load(@RequestParam("file") MultipartFile file) throws IOException {
        List<String> refused = new ArrayList<>();
        int[] counts = new int[2];
        List<CarrierBody> bodies = CarrierFile.read(file.getBytes());
        for (int i = 0; i < bodies.size(); i++) {
            CarrierBody body = bodies.get(i);
            try {
                Carrier carrier = body.toCarrier(body.key());
                boolean known = carriers.find(reader, carrier.key()).isPresent();
                keep(carrier);
                counts[known ? 1 : 0]++;
            } catch (upbeat.herald.server.web.Faults | HeraldException e) {
                refused.add((i + 1) + (body.key() == null ? "" : ", " + body.key()) + ": " + e.getMessage());
            }
        }
        return new Imported(counts[0], counts[1], refused);
    }

    @GetMapping("/unread")
    List<UnreadCode> unread() {
        Map<String, String> names =
                carriers.all(reader).stream().collect(Collectors.toMap(Carrier::key, Carrier::name));
        return reader.sql(UNREAD)
                .query((rs, i) -> new UnreadCode(
                        rs.getString("carrier"),
                        names.getOrDefault(rs.getString("carrier"), rs.getString("carrier")),
                        rs.getString("code"),
                        rs.getString("text"),
                        rs.getInt("n"),
                        rs.getInt("parcels"),
                        Instant.ofEpochMilli(rs.getLong("latest")),
                        rs.getString("example"),
                        rs.getString("place")))
                .list();
    }

    /** What would move, and how many messages would go out, if a code had this meaning. */
    @PostMapping("/{key}/meaning/look")
    Means look(@PathVariable String key, @RequestBody Meaning meaning) {
        Carrier carrier = meant(find(key), meaning);
        return means(writer.rehearse(
                db -> reports.reread(db, carrier, clock.instant(), Boolean.FALSE.equals(meaning.send()))));
    }

    /** Gives a code its meaning from now on, and reads with it what came before. */
    @PostMapping("/{key}/meaning")
    Means say(@PathVariable String key, @RequestBody Meaning meaning) {
        Carrier carrier = meant(find(key), meaning);
        TakeReports.Reread reread = writer.write(db -> {
            carriers.put(db, carrier);
            return reports.reread(db, carrier, clock.instant(), Boolean.FALSE.equals(meaning.send()));
        });
        bell.ring();
        return means(reread);
    }

    private static Means means(TakeReports.Reread r) {
        return new Means(r.read(), r.messages(), r.moved().stream().limit(200).toList());
    }

    private static Carrier meant(Carrier carrier, Meaning meaning) {
        Stage stage = Stage.of(meaning.stage())
                .filter(s -> !s.ofOrder())
                .orElseThrow(() -> new HeraldException("stage", "Choose a stage of a parcel"));
        if ((meaning.code() == null) == (meaning.contains() == null))
            throw new HeraldException("code", "Say which code, or which words of the text, mean it");
        List<CodeRule> rules = new ArrayList<>(carrier.codes());
        rules.add(new CodeRule(meaning.code(), meaning.contains(), stage));
        return carrier.withCodes(rules);
    }

    /** Keeps a carrier and reads what its code table can read now; what that brings is old news and sends nothing. */
    private void keep(Carrier carrier) {
        writer.write(db -> {
            carriers.put(db, carrier);
            return reports.reread(db, carrier, clock.instant(), true);
        });
    }

    private Carrier find(String key) {
        return carriers.find(reader, key).orElseThrow(() -> new NotFound("There is no carrier " + key));
    }
}
