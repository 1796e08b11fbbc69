package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.OtherWording;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.wording.CheckWording;
import upbeat.herald.core.wording.CopyWording;
import upbeat.herald.core.wording.MailBlocks;
import upbeat.herald.core.wording.MailSource;
import upbeat.herald.core.wording.Starters;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.dispatch.ChatTemplates;
import upbeat.herald.server.web.NotFound;

/** The place Wording: what a notice says over one channel, in one language, to everyone or to a variant. */
@RestController
@RequestMapping("/ui/wording")
@Tag(name = "ui-wording")
class WordingDoor {
    private final WordingDesk desk;
    private final WordingStore versions;
    private final FieldUse fieldUse;
    private final Lacking lacking;
    private final ChatTemplates templates;
    private final BrandStore brands;
    private final JdbcClient reader;

    WordingDoor(
            WordingDesk desk,
            WordingStore versions,
            FieldUse fieldUse,
            Lacking lacking,
            ChatTemplates templates,
            BrandStore brands,
            JdbcClient reader) {
        this.desk = desk;
        this.versions = versions;
        this.fieldUse = fieldUse;
        this.lacking = lacking;
        this.templates = templates;
        this.brands = brands;
        this.reader = reader;
    }

    /**
     * @param own what it says itself; the parts that are null, and the whole where this is null, are inherited
     * @param whole with what it inherits
     * @param starter what it could go back to
     * @param places every language and variant this channel has words for
     * @param lacking languages of the last orders' customers that have none, most asked for first
     * @param approval of the chat network, or null for other channels
     */
    record WordingView(
            String notice,
            String name,
            String stage,
            String state,
            String channel,
            String language,
            Variant variant,
            @Nullable Wording own,
            @Nullable Wording whole,
            @Nullable Wording starter,
            List<Place> places,
            List<Lacking.Language> lacking,
            List<Question.Button> buttons,
            @Nullable Approval approval,
            List<FieldUse.Use> fields) {}

    /** @param parts names of those it says itself; {@code faults} how many keep it from being used */
    record Place(
            String language,
            Variant variant,
            List<String> parts,
            int faults,
            @Nullable String approval) {}

    /** @param before true where an earlier wording that is approved goes out meanwhile */
    record Approval(String status, @Nullable String reason, Instant at, boolean before) {}

    record CopyTo(
            String notice,
            String channel,
            @Nullable String language,
            @Nullable String shop,
            @Nullable String carrier,
            @Nullable String country,
            String toNotice,
            String toChannel,
            @Nullable String toLanguage,
            @Nullable String toShop,
            @Nullable String toCarrier,
            @Nullable String toCountry) {}

    record Source(Wording wording) {}

    record SourceText(String html) {}

    @GetMapping("/{notice}/{channel}")
    WordingView one(
            @PathVariable String notice,
            @PathVariable String channel,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String carrier,
            @RequestParam(required = false) @Nullable String country) {
        return view(desk.key(notice, channel, language, shop, carrier, country));
    }

    @PutMapping("/{notice}/{channel}")
    WordingView change(
            @PathVariable String notice,
            @PathVariable String channel,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String carrier,
            @RequestParam(required = false) @Nullable String country,
            @RequestBody Wording wording,
            Principal person) {
        WordingKey key = desk.key(notice, channel, language, shop, carrier, country);
        desk.save(key, wording, person.getName());
        return view(key);
    }

    /** Takes a language or variant away: what it inherited from speaks again. */
    @DeleteMapping("/{notice}/{channel}")
    WordingView remove(
            @PathVariable String notice,
            @PathVariable String channel,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String carrier,
            @RequestParam(required = false) @Nullable String country,
            Principal person) {
        WordingKey key = desk.key(notice, channel, language, shop, carrier, country);
        desk.save(key, null, person.getName());
        return view(desk.key(notice, channel, null, null, null, null));
    }

    @GetMapping("/{notice}/{channel}/history")
    List<WordingStore.Version> history(
            @PathVariable String notice,
            @PathVariable String channel,
            @RequestParam(required = false) @Nullable String language,
            @RequestParam(required = false) @Nullable String shop,
            @RequestParam(required = false) @Nullable String carrier,
            @RequestParam(required = false) @Nullable String country) {
        return versions.of(reader, desk.key(notice, channel, language, shop, carrier, country));
    }

    /** Takes a wording over to another notice, channel, language or variant. */
    @PostMapping("/copy")
    WordingView copy(@RequestBody CopyTo c, Principal person) {
        WordingKey from = desk.key(c.notice(), c.channel(), c.language(), c.shop(), c.carrier(), c.country());
        WordingKey to = desk.key(c.toNotice(), c.toChannel(), c.toLanguage(), c.toShop(), c.toCarrier(), c.toCountry());
        if (from.equals(to)) throw new HeraldException("toNotice", "That is the wording itself. Choose another place");
        String base = brands.baseLanguage(reader);
        Wording whole = ChooseWording.whole(
                        desk.notice(reader, from.notice()), from.channel(), from.language(), from.variant(), base)
                .orElseThrow(() -> new NotFound("There is no wording to copy"));
        desk.save(to, CopyWording.to(to.channel(), from.channel(), whole), person.getName());
        return view(to);
    }

    /** An e-mail's blocks as HTML to be written on by hand. */
    @PostMapping("/source")
    SourceText source(@RequestBody Source body) {
        return new SourceText(MailSource.of(MailBlocks.of(body.wording())));
    }

    private WordingView view(WordingKey key) {
        Notice n = desk.notice(reader, key.notice());
        String base = brands.baseLanguage(reader);
        Optional<Wording> own = key.own(n, base);
        Optional<Wording> whole = ChooseWording.whole(n, key.channel(), key.language(), key.variant(), base);
        return new WordingView(
                n.id(),
                n.name(),
                n.stage().code(),
                n.state().name().toLowerCase(java.util.Locale.ROOT),
                key.channel().code(),
                key.language(),
                key.variant(),
                own.orElse(null),
                whole.orElse(null),
                Starters.of(n, key.channel(), key.language()).orElse(null),
                places(n, key.channel(), base),
                lacking.of(n, key.channel(), base),
                n.question() == null ? List.of() : n.question().buttons(),
                approval(n, key, whole),
                fieldUse.of(n));
    }

    private List<Place> places(Notice n, Channel channel, String base) {
        return ChooseWording.all(n, channel, base).stream()
                .map(o -> {
                    Wording whole = ChooseWording.whole(n, channel, o.language(), o.variant(), base)
                            .orElseThrow();
                    String status = channel == Channel.WHATSAPP && whole.hasBody()
                            ? templates
                                    .find(reader, ChatTemplates.nameOf(n, o.language(), whole))
                                    .map(k -> k.status().code())
                                    .orElse(null)
                            : null;
                    return new Place(
                            o.language(),
                            o.variant(),
                            parts(o),
                            CheckWording.of(n, channel, whole).size(),
                            status);
                })
                .toList();
    }

    private static List<String> parts(OtherWording o) {
        Wording w = o.wording();
        java.util.ArrayList<String> parts = new java.util.ArrayList<>();
        if (w.subject() != null) parts.add("subject");
        if (w.preview() != null) parts.add("preview");
        if (w.hasBody()) parts.add("body");
        if (w.header() != null) parts.add("header");
        if (w.footer() != null) parts.add("footer");
        if (w.link() != null) parts.add("link");
        if (w.buttons() != null) parts.add("buttons");
        return parts;
    }

    private Approval approval(Notice n, WordingKey key, Optional<Wording> whole) {
        if (key.channel() != Channel.WHATSAPP || whole.isEmpty() || !whole.get().hasBody()) return null;
        return templates
                .find(reader, ChatTemplates.nameOf(n, key.language(), whole.get()))
                .map(k -> new Approval(
                        k.status().code(),
                        k.reason(),
                        k.at(),
                        !templates
                                .inUse(reader, n, new ChooseWording.Chosen(whole.get(), key.language(), key.variant()))
                                .equals(whole.get())))
                .orElse(null);
    }
}
