package upbeat.herald.server.carrier;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.node.ObjectNode;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.carrier.CarrierDifference;
import upbeat.herald.server.carrier.CarrierImportRepository.CarrierImport;
import upbeat.herald.server.carrier.CarrierImportRepository.Change;
import upbeat.herald.server.order.ParcelRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.persistence.Json;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * A file of carriers, in two steps: what it would change, carrier by carrier; then, if that is agreed to, exactly that,
 * in one transaction that can be taken back. What a file says nothing about stays as it is.
 */
@Service
class CarrierImportService {
    private static final int MOST = 2_000;

    private final CarrierImportRepository imports;
    private final CarrierRepository carriers;
    private final CarrierUpdate update;
    private final ParcelRepository parcels;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;

    CarrierImportService(
            CarrierImportRepository imports,
            CarrierRepository carriers,
            CarrierUpdate update,
            ParcelRepository parcels,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock) {
        this.imports = imports;
        this.carriers = carriers;
        this.update = update;
        this.parcels = parcels;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
    }

    /**
     * One carrier of the file.
     *
     * @param line its place in the file, from 1
     * @param change {@code new}, {@code changed}, {@code unchanged} or {@code refused}
     * @param what is changed, in words
     * @param parcels it ever had here
     * @param reason of a refusal
     */
    record ImportLine(
            int line,
            @Nullable String key,
            @Nullable String name,
            String change,
            List<String> what,
            int parcels,
            @Nullable String reason) {}

    /** @param version to import exactly this with */
    record ImportCheck(String version, List<ImportLine> lines) {}

    /** @param undone true where it was taken back */
    record ImportDone(long id, String fileName, Instant at, int added, int changed, boolean undone) {}

    /** @param done null where nothing was imported yet */
    record LastImport(@Nullable ImportDone done) {}

    /** @param left carriers that stay as they are, and why */
    record Undone(int restored, List<String> left) {}

    private record Plan(ImportCheck check, List<Change> changes) {}

    /** Says what a file would do, and keeps nothing. */
    ImportCheck check(byte[] file) {
        return plan(file).check();
    }

    /** @param version of the check that somebody agreed to */
    ImportDone apply(byte[] file, @Nullable String fileName, String version) {
        Plan plan = plan(file);
        if (!plan.check().version().equals(version)) throw changedMeanwhile();
        if (plan.changes().isEmpty()) throw new HeraldException("file", "Nothing in this file changes anything");
        Instant now = clock.instant();
        String name = Texts.isBlank(fileName) ? "carriers" : fileName.substring(0, Math.min(fileName.length(), 120));
        long id = writer.write(db -> {
            for (Change c : plan.changes()) {
                if (!carriers.find(db, c.after().key()).equals(Optional.ofNullable(c.before())))
                    throw changedMeanwhile();
                update.save(db, c.after(), now);
            }
            return imports.insert(db, name, now, plan.changes());
        });
        return done(imports.find(reader, id).orElseThrow());
    }

    LastImport findLast() {
        return new LastImport(
                imports.findLast(reader).map(CarrierImportService::done).orElse(null));
    }

    /** Each carrier becomes what it was, unless somebody changed it since. */
    Undone undo(long id) {
        Instant now = clock.instant();
        return writer.write(db -> {
            CarrierImport done =
                    imports.find(db, id).orElseThrow(() -> new NotFoundException("There is no such import any more"));
            if (!imports.markUndone(db, id, now)) throw new HeraldException("id", "This import was undone already");
            Map<String, Integer> used = parcels.countByCarrier(db);
            List<String> left = new ArrayList<>();
            int restored = 0;
            for (Change c : done.changes()) {
                String key = c.after().key();
                if (!carriers.find(db, key).equals(Optional.of(c.after())))
                    left.add(c.after().name() + " was changed since");
                else if (c.before() != null) {
                    update.save(db, c.before(), now);
                    restored++;
                } else if (used.getOrDefault(key, 0) > 0) left.add(c.after().name() + " has parcels by now");
                else {
                    carriers.remove(db, key);
                    restored++;
                }
            }
            return new Undone(restored, left);
        });
    }

    private static HeraldException changedMeanwhile() {
        return new HeraldException("file", "The carriers or the file changed since the check. Choose the file again");
    }

    private static ImportDone done(CarrierImport i) {
        int added = (int) i.changes().stream().filter(c -> c.before() == null).count();
        return new ImportDone(i.id(), i.fileName(), i.at(), added, i.changes().size() - added, i.undoneAt() != null);
    }

    private Plan plan(byte[] file) {
        List<ObjectNode> given = CarrierFile.read(file);
        if (given.size() > MOST)
            throw new HeraldException("file", "The file has more than " + MOST + " carriers. Split it");
        Map<String, Integer> used = parcels.countByCarrier(reader);
        List<ImportLine> lines = new ArrayList<>();
        List<Change> changes = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < given.size(); i++) {
            String key = given.get(i).path("key").asString("");
            Carrier before = carriers.find(reader, key).orElse(null);
            int count = used.getOrDefault(key, 0);
            try {
                if (!seen.add(key)) throw new HeraldException("key", "This carrier is in the file twice");
                Carrier after = over(before, given.get(i)).toCarrier(key);
                List<String> what = before == null ? List.of() : CarrierDifference.describe(before, after);
                boolean same = before != null && what.isEmpty();
                lines.add(new ImportLine(
                        i + 1,
                        key,
                        after.name(),
                        before == null ? "new" : same ? "unchanged" : "changed",
                        what,
                        count,
                        null));
                if (!same) changes.add(new Change(before, after));
            } catch (ValidationException | HeraldException e) {
                lines.add(refused(i + 1, key, before, count, e.getMessage()));
            } catch (JacksonException e) {
                lines.add(refused(i + 1, key, before, count, "A value has the wrong form"));
            }
        }
        return new Plan(new ImportCheck(ContentVersion.of(changes), lines), changes);
    }

    private static ImportLine refused(
            int line, String key, @Nullable Carrier before, int parcels, @Nullable String reason) {
        return new ImportLine(line, key, before == null ? null : before.name(), "refused", List.of(), parcels, reason);
    }

    /** What the file gives, over what there is. */
    private static CarrierBody over(@Nullable Carrier before, ObjectNode given) {
        ObjectNode whole =
                before == null ? Json.newObject() : (ObjectNode) Json.readTree(Json.write(CarrierBody.of(before)));
        whole.setAll(given);
        return Json.convert(whole, CarrierBody.class);
    }
}
