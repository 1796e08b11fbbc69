package upbeat.herald.server.wording;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.WordReplacement;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.web.ValidationException;

/** Looks through every wording for some words, shows what would change, and changes it. */
@Service
class ReplaceService {
    private static final int SHORTEST = 2;
    private final WordingDocuments documents;
    private final WordingService wordings;
    private final BrandRepository brands;
    private final JdbcClient reader;
    private final DatabaseWriter writer;

    ReplaceService(
            WordingDocuments documents,
            WordingService wordings,
            BrandRepository brands,
            JdbcClient reader,
            DatabaseWriter writer) {
        this.documents = documents;
        this.wordings = wordings;
        this.brands = brands;
        this.reader = reader;
        this.writer = writer;
    }

    /** @param with null to look only; {@code only} the places to change, as the search named them; null for all */
    record ReplaceAsk(
            String find,
            @Nullable String with,
            @Nullable Boolean matchCase,
            @Nullable List<String> only) {}

    /**
     * @param place names it among the found; {@code wrong} why it can't be changed so, or null; {@code before} its own
     *     parts as they were; {@code version} of them as they are now
     */
    record Found(
            String place,
            String notice,
            String name,
            @JsonUnwrapped TextKey text,
            List<WordReplacement.Hit> hits,
            @Nullable String wrong,
            Wording before,
            String version) {}

    /** What would change. Changes nothing. */
    List<Found> preview(ReplaceAsk ask) {
        checked(ask);
        List<Found> found = new ArrayList<>();
        each(
                reader,
                ask,
                (key, name, before, replaced) ->
                        found.add(found(reader, key, name, before, replaced, wrong(key, replaced.wording()))));
        return found;
    }

    /** Changes all of them, or none. @return what was changed */
    List<Found> apply(ReplaceAsk ask, Principal person) {
        checked(ask);
        if (ask.with() == null) throw new HeraldException("with", "Enter the replacement");
        List<Found> changed = writer.write(db -> {
            List<Found> done = new ArrayList<>();
            each(db, ask, (key, name, before, replaced) -> {
                if (ask.only() != null && !ask.only().contains(place(key))) return;
                wordings.save(db, key, replaced.wording(), person.getName());
                done.add(found(db, key, name, before, replaced, null));
            });
            return done;
        });
        wordings.notifySaved();
        return changed;
    }

    private interface Each {
        void accept(WordingKey key, String name, Wording before, WordReplacement.Replaced replaced);
    }

    private void each(JdbcClient db, ReplaceAsk ask, Each each) {
        String base = brands.baseLanguage(db);
        for (Notice n : documents.findAll(db)) {
            for (Channel channel : Channel.all()) {
                for (LocalizedWording o : WordingSelection.listAll(n, channel, base)) {
                    WordReplacement.Replaced r = WordReplacement.replaceIn(
                            o.wording(), ask.find(), Texts.orEmpty(ask.with()), Boolean.TRUE.equals(ask.matchCase()));
                    if (!r.hits().isEmpty())
                        each.accept(
                                new WordingKey(n.id(), channel, o.language(), o.variant()), n.name(), o.wording(), r);
                }
            }
        }
    }

    private @Nullable String wrong(WordingKey key, Wording after) {
        try {
            wordings.check(reader, key, after);
            return null;
        } catch (ValidationException f) {
            return f.errors().get(0).message();
        }
    }

    private Found found(
            JdbcClient db,
            WordingKey key,
            String name,
            Wording before,
            WordReplacement.Replaced r,
            @Nullable String wrong) {
        return new Found(
                place(key),
                key.notice(),
                name,
                new TextKey(key.channel().code(), key.language(), key.variant()),
                r.hits(),
                wrong,
                before,
                wordings.findVersion(db, key));
    }

    private static String place(WordingKey k) {
        Variant v = k.variant();
        return String.join(
                "|",
                k.notice(),
                k.channel().code(),
                k.language(),
                String.valueOf(v.shop()),
                String.valueOf(v.carrier()),
                String.valueOf(v.country()));
    }

    private static void checked(ReplaceAsk ask) {
        ValidationException errors = new ValidationException();
        if (ask.find() == null || ask.find().strip().length() < SHORTEST)
            errors.add("find", "Enter at least " + SHORTEST + " letters");
        if (ask.find() != null && ask.find().length() > 200) errors.add("find", "Enter up to 200 letters to find");
        if (ask.with() != null && ask.with().length() > 500)
            errors.add("with", "Enter a replacement of up to 500 letters");
        errors.throwIfAny();
    }
}
