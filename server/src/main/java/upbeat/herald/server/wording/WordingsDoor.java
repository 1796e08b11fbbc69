package upbeat.herald.server.wording;

import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.OtherWording;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.wording.CheckWording;
import upbeat.herald.server.brand.BrandStore;
import upbeat.herald.server.dispatch.ChatTemplates;
import upbeat.herald.server.plan.NoticeStore;

/** The list of the place Wording: every notice with its channels, and where something is missing or wrong. */
@RestController
@Tag(name = "ui-wording")
class WordingsDoor {
    private final NoticeStore notices;
    private final ChatTemplates templates;
    private final Lacking lacking;
    private final BrandStore brands;
    private final JdbcClient reader;

    WordingsDoor(NoticeStore notices, ChatTemplates templates, Lacking lacking, BrandStore brands, JdbcClient reader) {
        this.notices = notices;
        this.templates = templates;
        this.lacking = lacking;
        this.brands = brands;
        this.reader = reader;
    }

    record WordingLine(String id, String name, String stage, String state, List<ChannelLine> channels) {}

    /**
     * @param languages those it has; {@code variants} how many wordings are for some customers only
     * @param lacking languages of customers that it has not; {@code faults} in all of them
     * @param approval for chat: {@code refused} where one is, else {@code pending} where one is not approved yet, else
     *     {@code approved}
     */
    record ChannelLine(
            String channel,
            List<String> languages,
            int variants,
            List<Lacking.Language> lacking,
            int faults,
            @Nullable String approval) {}

    @GetMapping("/ui/wording")
    List<WordingLine> all() {
        String base = brands.baseLanguage(reader);
        return notices.all(reader).stream()
                .map(n -> new WordingLine(
                        n.id(),
                        n.name(),
                        n.stage().code(),
                        n.state().name().toLowerCase(Locale.ROOT),
                        Arrays.stream(Channel.values())
                                .filter(c ->
                                        n.channels().contains(c) || n.wordings().containsKey(c))
                                .map(c -> line(n, c, base))
                                .toList()))
                .toList();
    }

    private ChannelLine line(Notice n, Channel c, String base) {
        List<OtherWording> all = ChooseWording.all(n, c, base);
        int faults = all.stream()
                .mapToInt(o -> ChooseWording.whole(n, c, o.language(), o.variant(), base)
                        .filter(Wording::hasBody)
                        .map(w -> CheckWording.of(n, c, w).size())
                        .orElse(0))
                .sum();
        return new ChannelLine(
                c.code(),
                all.stream().map(OtherWording::language).distinct().toList(),
                (int) all.stream().filter(o -> !o.variant().everyone()).count(),
                lacking.of(n, c, base),
                faults,
                c == Channel.WHATSAPP ? approval(n, all, base) : null);
    }

    private String approval(Notice n, List<OtherWording> all, String base) {
        List<ChatTemplates.Status> statuses = all.stream()
                .flatMap(o -> ChooseWording.whole(n, Channel.WHATSAPP, o.language(), o.variant(), base).stream()
                        .filter(Wording::hasBody)
                        .map(w -> ChatTemplates.nameOf(n, o.language(), w)))
                .map(name -> templates
                        .find(reader, name)
                        .map(ChatTemplates.Kept::status)
                        .orElse(ChatTemplates.Status.BROUGHT))
                .toList();
        if (statuses.contains(ChatTemplates.Status.REFUSED)) return "refused";
        return statuses.stream().allMatch(s -> s == ChatTemplates.Status.APPROVED) ? "approved" : "pending";
    }
}
