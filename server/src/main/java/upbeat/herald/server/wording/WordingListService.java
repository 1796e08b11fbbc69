package upbeat.herald.server.wording;

import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.server.brand.BrandRepository;
import upbeat.herald.server.channel.ChannelRegistry;
import upbeat.herald.server.channel.ContentApproval;
import upbeat.herald.server.channel.ContentApproval.Status;

/** The list of the place Wording: every notice with its channels, and where something is missing or wrong. */
@Service
class WordingListService {
    private final WordingDocuments documents;
    private final ChannelRegistry channels;
    private final MissingLanguages missingLanguages;
    private final BrandRepository brands;
    private final JdbcClient reader;

    WordingListService(
            WordingDocuments documents,
            ChannelRegistry channels,
            MissingLanguages missingLanguages,
            BrandRepository brands,
            JdbcClient reader) {
        this.documents = documents;
        this.channels = channels;
        this.missingLanguages = missingLanguages;
        this.brands = brands;
        this.reader = reader;
    }

    record WordingLine(String id, String name, String stage, String state, List<ChannelLine> channels) {}

    /**
     * @param languages those it has; {@code variants} how many wordings are for some customers only
     * @param missingLanguages languages of customers that it has not; {@code faults} in all of them
     * @param approval for chat: {@code refused} where one is, else {@code pending} where one is not approved yet, else
     *     {@code approved}
     */
    record ChannelLine(
            String channel,
            List<String> languages,
            int variants,
            List<MissingLanguages.Language> missingLanguages,
            int faults,
            @Nullable String approval) {}

    List<WordingLine> list() {
        String base = brands.baseLanguage(reader);
        return documents.findAll(reader).stream()
                .map(n -> new WordingLine(
                        n.id(),
                        n.name(),
                        n.timing().stage().code(),
                        n.state().name().toLowerCase(Locale.ROOT),
                        Channel.all().stream()
                                .filter(c -> n.routing().channels().contains(c)
                                        || n.content().wordings().containsKey(c))
                                .map(c -> line(n, c, base))
                                .toList()))
                .toList();
    }

    private ChannelLine line(Notice n, Channel c, String base) {
        List<LocalizedWording> all = WordingSelection.listAll(n, c, base);
        int faults = all.stream()
                .mapToInt(o -> WordingSelection.merge(n, c, o.language(), o.variant(), base)
                        .filter(Wording::hasBody)
                        .map(w -> WordingCheck.findErrors(n.purpose(), c, w).size())
                        .orElse(0))
                .sum();
        return new ChannelLine(
                c.code(),
                all.stream().map(LocalizedWording::language).distinct().toList(),
                (int) all.stream().filter(o -> !o.variant().everyone()).count(),
                missingLanguages.find(n, c, base),
                faults,
                channels.findApproval(c).map(a -> approval(a, n, c, all, base)).orElse(null));
    }

    private String approval(
            ContentApproval approval, Notice n, Channel channel, List<LocalizedWording> all, String base) {
        List<Status> statuses = all.stream()
                .flatMap(o -> WordingSelection.merge(n, channel, o.language(), o.variant(), base).stream()
                        .filter(Wording::hasBody)
                        .map(w -> approval.find(reader, n, o.language(), w)
                                .map(ContentApproval.Approval::status)
                                .orElse(Status.SUBMITTED)))
                .toList();
        if (statuses.contains(Status.REFUSED)) return ApprovalWords.code(Status.REFUSED);
        boolean approved = statuses.stream().allMatch(s -> s == Status.APPROVED);
        return ApprovalWords.code(approved ? Status.APPROVED : Status.PENDING);
    }
}
