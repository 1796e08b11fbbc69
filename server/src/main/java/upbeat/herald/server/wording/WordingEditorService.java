package upbeat.herald.server.wording;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Starters;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingCopy;
import upbeat.herald.core.wording.email.EmailBlocks;
import upbeat.herald.core.wording.email.EmailSource;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.ContentApproval;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.IfMatch;
import upbeat.herald.server.platform.web.NotFoundException;

/** The place Wording: what a notice says over one channel, in one language, to everyone or to a variant. */
@Service
class WordingEditorService {
    private final WordingService wordings;
    private final WordingVersionRepository versions;
    private final FieldUsage fieldUsage;
    private final MissingLanguages missingLanguages;
    private final ChannelRegistry channels;
    private final BrandRepository brands;
    private final JdbcClient reader;

    WordingEditorService(
            WordingService wordings,
            WordingVersionRepository versions,
            FieldUsage fieldUsage,
            MissingLanguages missingLanguages,
            ChannelRegistry channels,
            BrandRepository brands,
            JdbcClient reader) {
        this.wordings = wordings;
        this.versions = versions;
        this.fieldUsage = fieldUsage;
        this.missingLanguages = missingLanguages;
        this.channels = channels;
        this.brands = brands;
        this.reader = reader;
    }

    /**
     * @param version of what this place says itself
     * @param places every language and variant this channel has words for
     * @param missingLanguages languages of the last orders' customers that have none, most asked for first
     * @param approval of the chat network, or null for other channels
     */
    record WordingView(
            @JsonUnwrapped NoticeSummary about,
            @JsonUnwrapped TextKey key,
            @JsonUnwrapped Texts texts,
            String version,
            List<Place> places,
            List<MissingLanguages.Language> missingLanguages,
            @Nullable Approval approval,
            List<FieldUsage.Use> fields) {}

    /** The notice it belongs to. @param buttons of its question */
    record NoticeSummary(String notice, String name, String stage, String state, List<Question.Button> buttons) {}

    /**
     * @param own what it says itself; the parts that are null, and the whole where this is null, are inherited
     * @param whole with what it inherits
     * @param starter what it could go back to
     */
    record Texts(
            @Nullable Wording own,
            @Nullable Wording whole,
            @Nullable Wording starter) {}

    /** @param parts names of those it says itself; {@code faults} how many keep it from being used */
    record Place(
            String language,
            Variant variant,
            List<String> parts,
            int faults,
            @Nullable String approval) {}

    /** @param before true where an earlier wording that is approved goes out meanwhile */
    record Approval(String status, @Nullable String reason, Instant at, boolean before) {}

    record CopyAsk(WordingPlace from, WordingPlace to) {}

    record Source(Wording wording) {}

    record SourceText(String html) {}

    WordingView get(WordingPlace place) {
        return view(wordings.parseKey(place));
    }

    WordingView save(WordingPlace place, IfMatch match, Wording wording, Principal person) {
        WordingKey key = wordings.parseKey(place);
        wordings.save(key, match, wording, person.getName());
        return view(key);
    }

    /** Takes a language or variant away: its customers get what it inherited from. */
    WordingView remove(WordingPlace place, Principal person) {
        WordingKey key = wordings.parseKey(place);
        wordings.save(key, null, person.getName());
        return view(wordings.parseKey(new WordingPlace(place.notice(), place.channel(), null, null, null, null)));
    }

    List<WordingVersionRepository.Version> history(WordingPlace place) {
        return versions.findVersions(reader, wordings.parseKey(place));
    }

    /** Takes a wording over to another notice, channel, language or variant. */
    WordingView copy(CopyAsk c, Principal person) {
        WordingKey from = wordings.parseKey(c.from());
        WordingKey to = wordings.parseKey(c.to());
        if (from.equals(to)) throw new HeraldException("to.notice", "This is the same text. Choose another place");
        String base = brands.baseLanguage(reader);
        Wording whole = WordingSelection.merge(
                        wordings.getNotice(reader, from.notice()),
                        from.channel(),
                        from.language(),
                        from.variant(),
                        base)
                .orElseThrow(() -> new NotFoundException("There is no text to copy"));
        wordings.save(to, WordingCopy.copy(to.channel(), from.channel(), whole), person.getName());
        return view(to);
    }

    /** An e-mail's blocks as HTML to be written on by hand. */
    SourceText source(Source body) {
        return new SourceText(EmailSource.toHtml(EmailBlocks.toBlocks(body.wording())));
    }

    private WordingView view(WordingKey key) {
        Notice n = wordings.getNotice(reader, key.notice());
        String base = brands.baseLanguage(reader);
        Optional<Wording> own = key.findOwn(n, base);
        Optional<Wording> whole = WordingSelection.merge(n, key.channel(), key.language(), key.variant(), base);
        return new WordingView(
                new WordingEditorService.NoticeSummary(
                        n.id(),
                        n.name(),
                        n.timing().stage().code(),
                        n.state().name().toLowerCase(java.util.Locale.ROOT),
                        n.content().question() == null
                                ? List.of()
                                : n.content().question().buttons()),
                new TextKey(key.channel().code(), key.language(), key.variant()),
                new WordingEditorService.Texts(
                        own.orElse(null),
                        whole.orElse(null),
                        Starters.find(n, key.channel(), key.language()).orElse(null)),
                ContentVersion.of(own.orElse(null)),
                places(n, key.channel(), base),
                missingLanguages.find(n, key.channel(), base),
                approval(n, key, whole),
                fieldUsage.count(n));
    }

    private List<Place> places(Notice n, Channel channel, String base) {
        return WordingSelection.listAll(n, channel, base).stream()
                .map(o -> {
                    Wording whole = WordingSelection.merge(n, channel, o.language(), o.variant(), base)
                            .orElseThrow();
                    String status = approval(n, channel, o.language(), whole)
                            .map(a -> ApprovalWords.code(a.status()))
                            .orElse(null);
                    return new Place(
                            o.language(),
                            o.variant(),
                            parts(o),
                            WordingCheck.findErrors(n.purpose(), channel, whole).size(),
                            status);
                })
                .toList();
    }

    private static List<String> parts(LocalizedWording o) {
        Wording w = o.wording();
        java.util.ArrayList<String> parts = new java.util.ArrayList<>();
        if (w.email().subject() != null) parts.add("subject");
        if (w.email().preview() != null) parts.add("preview");
        if (w.hasBody()) parts.add("body");
        if (w.chat().header() != null) parts.add("header");
        if (w.chat().footer() != null) parts.add("footer");
        if (w.chat().link() != null) parts.add("link");
        if (w.buttons() != null) parts.add("buttons");
        return parts;
    }

    private Optional<ContentApproval.Approval> approval(Notice n, Channel channel, String language, Wording whole) {
        if (!whole.hasBody()) return Optional.empty();
        return channels.findApproval(channel).flatMap(a -> a.find(reader, n, language, whole));
    }

    private @Nullable Approval approval(Notice n, WordingKey key, Optional<Wording> whole) {
        if (whole.isEmpty()) return null;
        WordingSelection.Chosen chosen = new WordingSelection.Chosen(whole.get(), key.language(), key.variant());
        return approval(n, key.channel(), key.language(), whole.get())
                .map(a -> new Approval(
                        ApprovalWords.code(a.status()),
                        a.reason(),
                        a.at(),
                        !channels.findUsable(reader, n, key.channel(), chosen).equals(whole.get())))
                .orElse(null);
    }
}
