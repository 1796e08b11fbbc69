package upbeat.herald.server.wording;

import java.time.Instant;
import java.time.InstantSource;
import java.util.Locale;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.plan.Block;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.wording.CheckWording;
import upbeat.herald.core.wording.RichText;
import upbeat.herald.core.wording.WordingFault;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.dispatch.Bell;
import upbeat.herald.server.dispatch.ChatApprovals;
import upbeat.herald.server.dispatch.ChatTemplates;
import upbeat.herald.server.plan.NoticeStore;
import upbeat.herald.server.storage.Writer;
import upbeat.herald.server.web.Faults;
import upbeat.herald.server.web.NotFound;

/**
 * Saves wordings: checked as they will be used, kept in the notice and in their history, brought to the chat network
 * where it has to approve them.
 */
@Service
class WordingDesk {
    private final NoticeStore notices;
    private final WordingStore versions;
    private final ChatTemplates templates;
    private final ChatApprovals approvals;
    private final BrandStore brands;
    private final JdbcClient reader;
    private final Writer writer;
    private final InstantSource clock;
    private final Bell bell;

    WordingDesk(
            NoticeStore notices,
            WordingStore versions,
            ChatTemplates templates,
            ChatApprovals approvals,
            BrandStore brands,
            JdbcClient reader,
            Writer writer,
            InstantSource clock,
            Bell bell) {
        this.notices = notices;
        this.versions = versions;
        this.templates = templates;
        this.approvals = approvals;
        this.brands = brands;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.bell = bell;
    }

    Notice notice(JdbcClient db, String id) {
        return notices.find(db, id).orElseThrow(() -> new NotFound("There is no notice " + id));
    }

    /** @param language BCP 47; null for that of the words for everyone */
    WordingKey key(String notice, String channel, String language, String shop, String carrier, String country) {
        Channel c = Channel.of(channel)
                .orElseThrow(() -> new HeraldException("channel", "\"" + channel + "\" is no channel"));
        String tag = language == null || language.isBlank() ? brands.baseLanguage(reader) : language.strip();
        if (!tag.matches("[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*"))
            throw new HeraldException("language", "A language is written as de or de-AT");
        return new WordingKey(
                notice,
                c,
                Locale.forLanguageTag(tag).toLanguageTag(),
                new Variant(word(shop), word(carrier), country(country)));
    }

    private static String word(String value) {
        return value == null || value.isBlank() ? null : value.strip();
    }

    private static String country(String value) {
        String country = word(value) == null ? null : value.strip().toUpperCase(Locale.ROOT);
        if (country != null && !Countries.CODES.contains(country))
            throw new HeraldException("country", "\"" + value + "\" is not a country of two letters");
        return country;
    }

    /** @param wording its own parts, null to take it away. @throws Faults naming what can't be used, by part */
    void save(WordingKey key, Wording wording, String by) {
        writer.write(db -> {
            save(db, key, wording, by);
            return null;
        });
        saved();
    }

    /** Within a transaction of the caller's, who rings {@link #saved} after it. */
    void save(JdbcClient db, WordingKey key, Wording given, String by) {
        String base = brands.baseLanguage(db);
        Notice before = notice(db, key.notice());
        Wording own = given == null ? null : clean(given);
        Optional<Wording> was = key.own(before, base);
        Notice after = key.put(before, own, base);
        if (own == null && key.base(base))
            throw new HeraldException(
                    "wording",
                    "This is what everyone gets who has no wording of their own. It can be changed, not taken away");
        if (own != null) check(key, after, base);
        Instant now = clock.instant();
        if (was.isPresent() && versions.of(db, key).isEmpty()) versions.keep(db, key, was.get(), now, "");
        notices.put(db, after, now);
        versions.keep(db, key, own, now, by);
        templates.bring(db, after, base, now);
    }

    void saved() {
        approvals.ring();
        bell.ring();
    }

    /** @throws Faults naming what can't be used, by part */
    void check(JdbcClient db, WordingKey key, Wording own) {
        String base = brands.baseLanguage(db);
        check(key, key.put(notice(db, key.notice()), own, base), base);
    }

    private static void check(WordingKey key, Notice notice, String base) {
        Wording whole = ChooseWording.whole(notice, key.channel(), key.language(), key.variant(), base)
                .orElseThrow();
        Faults faults = new Faults();
        if (!whole.hasBody() && !key.variant().everyone())
            faults.add(
                    "text",
                    "Nobody speaks " + Locale.forLanguageTag(key.language()).getDisplayLanguage(Locale.ENGLISH)
                            + " here yet: write the words for everyone first, then what is different");
        else
            for (WordingFault f : CheckWording.of(notice, key.channel(), whole))
                faults.add(
                        f.part(),
                        f.line() == 1 && f.column() == 1
                                ? f.message()
                                : "Line " + f.line() + ", column " + f.column() + ": " + f.message());
        faults.raise();
    }

    /** What was pasted from elsewhere comes down to what a text block knows. */
    private static Wording clean(Wording w) {
        return new Wording(
                w.subject(),
                w.text(),
                w.preview(),
                w.blocks() == null
                        ? null
                        : w.blocks().stream().map(WordingDesk::clean).toList(),
                w.html(),
                w.header(),
                w.footer(),
                w.link(),
                w.buttons());
    }

    private static Block clean(Block b) {
        Block.Kind kind = Block.Kind.of(b.kind());
        Block own = (kind == Block.Kind.TEXT || kind == Block.Kind.DELAY) && b.text() != null
                ? b.withText(RichText.clean(b.text()))
                : b;
        return b.columns() == null
                ? own
                : own.withColumns(b.columns().stream()
                        .map(c -> c.stream().map(WordingDesk::clean).toList())
                        .toList());
    }
}
