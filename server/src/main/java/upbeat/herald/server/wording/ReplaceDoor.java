package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.OtherWording;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.wording.ReplaceWords;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.plan.NoticeStore;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.Faults;

/** Looks through every wording for some words, shows what would change, and changes it. */
@RestController
@RequestMapping("/ui/wording/replace")
@Tag(name = "ui-wording")
class ReplaceDoor {
    private static final int SHORTEST = 2;
    private final NoticeStore notices;
    private final WordingDesk desk;
    private final BrandStore brands;
    private final JdbcClient reader;
    private final Writer writer;

    ReplaceDoor(NoticeStore notices, WordingDesk desk, BrandStore brands, JdbcClient reader, Writer writer) {
        this.notices = notices;
        this.desk = desk;
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
     *     parts as they are
     */
    record Found(
            String place,
            String notice,
            String name,
            String channel,
            String language,
            Variant variant,
            List<ReplaceWords.Hit> hits,
            @Nullable String wrong,
            Wording before) {}

    /** What would change. Changes nothing. */
    @PostMapping("/look")
    List<Found> look(@RequestBody ReplaceAsk ask) {
        checked(ask);
        List<Found> found = new ArrayList<>();
        each(
                reader,
                ask,
                (key, name, before, replaced) ->
                        found.add(found(key, name, before, replaced, wrong(key, replaced.wording()))));
        return found;
    }

    /** Changes all of them, or none. @return what was changed */
    @PostMapping
    List<Found> apply(@RequestBody ReplaceAsk ask, Principal person) {
        checked(ask);
        if (ask.with() == null) throw new HeraldException("with", "Say what to put in their place");
        List<Found> changed = writer.write(db -> {
            List<Found> done = new ArrayList<>();
            each(db, ask, (key, name, before, replaced) -> {
                if (ask.only() != null && !ask.only().contains(place(key))) return;
                desk.save(db, key, replaced.wording(), person.getName());
                done.add(found(key, name, before, replaced, null));
            });
            return done;
        });
        desk.saved();
        return changed;
    }

    private interface Each {
        void one(WordingKey key, String name, Wording before, ReplaceWords.Replaced replaced);
    }

    private void each(JdbcClient db, ReplaceAsk ask, Each each) {
        String base = brands.baseLanguage(db);
        for (Notice n : notices.all(db)) {
            for (Channel channel : Channel.values()) {
                for (OtherWording o : ChooseWording.all(n, channel, base)) {
                    ReplaceWords.Replaced r =
                            ReplaceWords.in(o.wording(), ask.find(), ask.with(), Boolean.TRUE.equals(ask.matchCase()));
                    if (!r.hits().isEmpty())
                        each.one(new WordingKey(n.id(), channel, o.language(), o.variant()), n.name(), o.wording(), r);
                }
            }
        }
    }

    private String wrong(WordingKey key, Wording after) {
        try {
            desk.check(reader, key, after);
            return null;
        } catch (Faults f) {
            return f.list().get(0).message();
        }
    }

    private static Found found(WordingKey key, String name, Wording before, ReplaceWords.Replaced r, String wrong) {
        return new Found(
                place(key),
                key.notice(),
                name,
                key.channel().code(),
                key.language(),
                key.variant(),
                r.hits(),
                wrong,
                before);
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
        Faults faults = new Faults();
        if (ask.find() == null || ask.find().strip().length() < SHORTEST)
            faults.add("find", "Look for at least " + SHORTEST + " letters");
        if (ask.find() != null && ask.find().length() > 200) faults.add("find", "Look for up to 200 letters");
        if (ask.with() != null && ask.with().length() > 500) faults.add("with", "Put up to 500 letters in their place");
        faults.raise();
    }
}
