package upbeat.herald.server.ingest;

import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.CodeRule;
import upbeat.herald.core.carrier.ScanReader;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.ingest.UnmappedCodeRepository.UnmappedCode;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.NotFoundException;

/** Codes that carriers report and no code table reads, and what a person says they mean. */
@Service
class UnmappedCodeService {
    private static final int MOST_MOVED = 200;

    private final UnmappedCodeRepository codes;
    private final CarrierRepository carriers;
    private final ReportIngestService reports;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    UnmappedCodeService(
            UnmappedCodeRepository codes,
            CarrierRepository carriers,
            ReportIngestService reports,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.codes = codes;
        this.carriers = carriers;
        this.reports = reports;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    /**
     * What a code is to mean, a stage or {@code ignore}; either {@code code} or {@code contains}, words of the scan's
     * text.
     *
     * @param send false where nothing is to go out for what the code brings
     */
    record Meaning(
            @Nullable String code,
            @Nullable String contains,
            @Nullable String stage,
            @Nullable Boolean send) {
        boolean isQuiet() {
            return Boolean.FALSE.equals(send);
        }
    }

    /** @param read scans that are read now; {@code moved} parcels that stand elsewhere by it */
    record MeaningEffect(int read, int messages, List<String> moved) {}

    List<UnmappedCode> list() {
        Map<String, Carrier> known = carriers.findAll(reader).stream()
                .collect(Collectors.toMap(Carrier::key, Function.identity(), (a, b) -> a));
        return codes.find(reader).stream()
                .filter(c -> {
                    Carrier carrier = known.get(c.carrier());
                    return carrier == null || !ScanReader.isIgnored(carrier, c.code(), c.text());
                })
                .toList();
    }

    /** What would move, and how many messages would go out, if a code had this meaning. */
    MeaningEffect preview(String key, Meaning meaning) {
        Carrier carrier = withMeaning(key, meaning);
        return effect(writer.dryRun(db -> reports.rereadUnmapped(db, carrier, clock.instant(), meaning.isQuiet())));
    }

    /** Gives a code its meaning from now on, and reads with it what came before. */
    MeaningEffect save(String key, Meaning meaning) {
        Carrier carrier = withMeaning(key, meaning);
        ReportIngestService.Reread reread = writer.write(db -> {
            carriers.save(db, carrier);
            return reports.rereadUnmapped(db, carrier, clock.instant(), meaning.isQuiet());
        });
        signal.signal();
        return effect(reread);
    }

    private static MeaningEffect effect(ReportIngestService.Reread r) {
        return new MeaningEffect(
                r.read(), r.messages(), r.moved().stream().limit(MOST_MOVED).toList());
    }

    private Carrier withMeaning(String key, Meaning meaning) {
        Carrier carrier =
                carriers.find(reader, key).orElseThrow(() -> new NotFoundException("There is no carrier " + key));
        Stage stage = CodeRule.IGNORE.equals(meaning.stage())
                ? null
                : Stage.fromCode(meaning.stage())
                        .filter(s -> !s.isOrderStage())
                        .orElseThrow(() -> new HeraldException("stage", "Choose a stage of a parcel"));
        if ((meaning.code() == null) == (meaning.contains() == null))
            throw new HeraldException("code", "Choose a code, or words of the text");
        List<CodeRule> rules = new ArrayList<>(carrier.reporting().codes());
        rules.add(new CodeRule(meaning.code(), meaning.contains(), stage));
        return carrier.withCodes(rules);
    }
}
