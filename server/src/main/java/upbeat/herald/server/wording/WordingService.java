package upbeat.herald.server.wording;

import java.time.Instant;
import java.time.InstantSource;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.platform.persistence.DatabaseWriter;
import upbeat.herald.server.platform.signal.WorkSignal;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;
import upbeat.herald.server.platform.web.ValidationException;

/**
 * Saves wordings: checked as they will be used, kept in the notice and in their history, brought to the chat network
 * where it has to approve them.
 */
@Service
class WordingService {
    private final WordingDocuments documents;
    private final WordingHistory history;
    private final ChannelRegistry channels;
    private final BrandRepository brands;
    private final JdbcClient reader;
    private final DatabaseWriter writer;
    private final InstantSource clock;
    private final WorkSignal signal;

    WordingService(
            WordingDocuments documents,
            WordingHistory history,
            ChannelRegistry channels,
            BrandRepository brands,
            JdbcClient reader,
            DatabaseWriter writer,
            InstantSource clock,
            WorkSignal signal) {
        this.documents = documents;
        this.history = history;
        this.channels = channels;
        this.brands = brands;
        this.reader = reader;
        this.writer = writer;
        this.clock = clock;
        this.signal = signal;
    }

    Notice getNotice(JdbcClient db, String id) {
        return documents.find(db, id).orElseThrow(() -> new NotFoundException("There is no notice " + id));
    }

    WordingKey parseKey(WordingPlace place) {
        Channel c = channels.parse(place.channel());
        String tag = Texts.isBlank(place.language())
                ? brands.baseLanguage(reader)
                : place.language().strip();
        if (!tag.matches("[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*"))
            throw new HeraldException("language", "Choose a language");
        return new WordingKey(
                place.notice(),
                c,
                Locale.forLanguageTag(tag).toLanguageTag(),
                new Variant(
                        Texts.blankToNull(place.shop()), Texts.blankToNull(place.carrier()), country(place.country())));
    }

    private static @Nullable String country(@Nullable String value) {
        String country = Texts.isBlank(value) ? null : value.strip().toUpperCase(Locale.ROOT);
        if (country != null && !Countries.CODES.contains(country))
            throw new HeraldException("country", "\"" + value + "\" isn't a country");
        return country;
    }

    /**
     * @param wording its own parts, null to take it away. @throws ValidationException naming what can't be used, by
     *     part
     */
    void save(WordingKey key, @Nullable Wording wording, String by) {
        writer.write(db -> {
            save(db, key, wording, by);
            return null;
        });
        notifySaved();
    }

    /** The same, where it still stands as the edit found it. */
    void save(WordingKey key, IfMatch match, Wording wording, String by) {
        writer.write(db -> {
            Wording own = key.findOwn(getNotice(db, key.notice()), brands.baseLanguage(db))
                    .orElse(null);
            match.check(ContentVersion.of(own), own);
            save(db, key, wording, by);
            return null;
        });
        notifySaved();
    }

    /** Within the caller's transaction; the caller calls {@link #saved} after its commit. */
    void save(JdbcClient db, WordingKey key, @Nullable Wording given, String by) {
        String base = brands.baseLanguage(db);
        Notice before = getNotice(db, key.notice());
        Wording own = given == null ? null : given.cleaned();
        Optional<Wording> was = key.findOwn(before, base);
        Notice after = key.put(before, own, base);
        if (own == null && key.isBase(base))
            throw new HeraldException("wording", "This is the default text. You can edit it but not delete it");
        if (own != null) check(key, after, base);
        Instant now = clock.instant();
        documents.save(db, after, now);
        history.insert(db, key, was.orElse(null), own, now, by);
        if (!after.isPage()) channels.submitWordings(db, after, base, now);
    }

    /** Of what stands at this place itself. */
    String findVersion(JdbcClient db, WordingKey key) {
        return ContentVersion.of(key.findOwn(getNotice(db, key.notice()), brands.baseLanguage(db))
                .orElse(null));
    }

    void notifySaved() {
        channels.wordingsSubmitted();
        signal.signal();
    }

    /** @throws ValidationException naming what can't be used, by part */
    void check(JdbcClient db, WordingKey key, Wording own) {
        String base = brands.baseLanguage(db);
        check(key, key.put(getNotice(db, key.notice()), own, base), base);
    }

    private static void check(WordingKey key, Notice notice, String base) {
        Wording whole = WordingSelection.merge(notice, key.channel(), key.language(), key.variant(), base)
                .orElseThrow();
        ValidationException errors = new ValidationException();
        if (!whole.hasBody() && !key.variant().everyone())
            errors.add(
                    "text",
                    "There is no default text in "
                            + Locale.forLanguageTag(key.language()).getDisplayLanguage(Locale.ENGLISH)
                            + " yet. Write it first, then versions of it");
        else
            for (WordingError f : WordingCheck.findErrors(notice.purpose(), key.channel(), whole))
                errors.add(
                        f.part(),
                        f.line() == 1 && f.column() == 1
                                ? f.message()
                                : "Line " + f.line() + ", column " + f.column() + ": " + f.message());
        errors.throwIfAny();
    }
}
