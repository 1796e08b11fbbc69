package upbeat.herald.server.messageview;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.carrier.Carrier;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.TeamOccasion;
import upbeat.herald.server.carrier.CarrierRepository;
import upbeat.herald.server.message.MessageDimension;
import upbeat.herald.server.message.MessageKind;
import upbeat.herald.server.message.MessageView.Money;
import upbeat.herald.server.messageview.MessageListRepository.Cursor;
import upbeat.herald.server.messageview.MessageListRepository.Line;
import upbeat.herald.server.messageview.MessageSelection.Selected;
import upbeat.herald.server.notice.NoticeRepository;

/** The list of all messages: found, counted and named. */
@Service
class MessageListService {
    private static final int PAGE = 60;
    /** Of up to so many it is said what they cost. */
    private static final int MOST_SUMMED = 5_000;

    private final MessageSelection selection;
    private final NoticeRepository notices;
    private final CarrierRepository carriers;
    private final JdbcClient reader;

    MessageListService(
            MessageSelection selection, NoticeRepository notices, CarrierRepository carriers, JdbcClient reader) {
        this.selection = selection;
        this.notices = notices;
        this.carriers = carriers;
        this.reader = reader;
    }

    /**
     * @param next to be sent as {@code after} for the rest, or null at the end
     * @param total of all that fit; {@code facets} how many more or fewer another choice would show. Both of the first
     *     page only
     * @param costs of those that fit and were sent, by currency; null where there are too many to sum up
     * @param cutOff true where the search found more orders than are looked at
     */
    record MessagePage(
            List<MessageLine> rows,
            @Nullable String next,
            @Nullable Long total,
            List<Facet> facets,
            @Nullable List<Money> costs,
            boolean cutOff) {}

    /** What there is to choose from in one dimension, if all other choices stay. */
    record Facet(String dimension, List<FacetValue> values) {}

    /** @param label in words, where the value is a key */
    record FacetValue(String value, @Nullable String label, long messages) {}

    /**
     * @param at when it was sent, or else is due
     * @param notice its name; {@code text} the beginning of what was sent
     */
    record MessageLine(
            String id,
            Instant at,
            @JsonUnwrapped Line.LineProgress progress,
            @JsonUnwrapped LineAbout about,
            @JsonUnwrapped LineTarget to,
            @JsonUnwrapped Line.LineTimes times,
            @JsonUnwrapped LineContent content) {}

    record LineAbout(
            String notice,
            String stage,
            String shop,
            String order,
            @Nullable String customer,
            @Nullable String carrier,
            @Nullable String trackingNumber) {}

    record LineTarget(String channel, @Nullable String address, String language, boolean trial, boolean copy) {}

    record LineContent(
            @Nullable String subject,
            @Nullable String text,
            @Nullable Integer segments,
            @Nullable Money cost) {}

    MessagePage list(MessageAsk ask, @Nullable String after) {
        Selected selected = selection.select(reader, ask);
        Cursor below = after == null ? selected.start() : parse(after);
        List<Cursor> found = selection.findPage(reader, selected, below, PAGE + 1);
        boolean more = found.size() > PAGE;
        List<Cursor> page = more ? found.subList(0, PAGE) : found;
        List<MessageLine> rows = describe(page);
        String next = more ? page.get(PAGE - 1).at() + "-" + page.get(PAGE - 1).seq() : null;
        if (after != null) return new MessagePage(rows, next, null, List.of(), null, selected.isCutOff());
        Map<Integer, Long> counts = selection.count(reader, selected);
        long total = counts.entrySet().stream()
                .filter(e -> selected.fitting().contains(e.getKey()))
                .mapToLong(Map.Entry::getValue)
                .sum();
        return new MessagePage(
                rows,
                next,
                total,
                facets(selected, counts, noticeNames(), carrierNames()),
                total > MOST_SUMMED ? null : costs(selected),
                selected.isCutOff());
    }

    private List<Money> costs(Selected selected) {
        List<Cursor> all = selection.findPage(reader, selected, selected.start(), MOST_SUMMED);
        return selection.sumCosts(reader, all).entrySet().stream()
                .map(e -> new Money(e.getValue().toPlainString(), e.getKey()))
                .toList();
    }

    /** What there is to say of these messages. */
    List<MessageLine> describe(List<Cursor> page) {
        Map<String, String> names = noticeNames();
        Map<String, String> carrierNames = carrierNames();
        return selection.findLines(reader, page).stream()
                .map(l -> view(l, names, carrierNames))
                .toList();
    }

    /** How many messages an ask means. */
    long count(MessageAsk ask) {
        Selected selected = selection.select(reader, ask);
        return selection.count(reader, selected).entrySet().stream()
                .filter(e -> selected.fitting().contains(e.getKey()))
                .mapToLong(Map.Entry::getValue)
                .sum();
    }

    static Cursor parse(String after) {
        if (!after.matches("-?\\d{1,15}-\\d{1,18}"))
            throw new HeraldException("after", "Set after to the value of next");
        int hyphen = after.lastIndexOf('-');
        return new Cursor(Long.parseLong(after.substring(0, hyphen)), Long.parseLong(after.substring(hyphen + 1)));
    }

    private Map<String, String> noticeNames() {
        return notices.findAll(reader).stream().collect(Collectors.toMap(Notice::id, Notice::name));
    }

    private Map<String, String> carrierNames() {
        return carriers.findAll(reader).stream().collect(Collectors.toMap(Carrier::key, Carrier::name));
    }

    private static List<Facet> facets(
            Selected selected, Map<Integer, Long> counts, Map<String, String> notices, Map<String, String> carriers) {
        List<Facet> facets = new ArrayList<>();
        for (MessageDimension dimension : MessageDimension.values()) {
            Map<String, Long> values = new HashMap<>();
            for (MessageKind kind : selected.kinds()) {
                Long n = counts.get(kind.id());
                if (n != null && n > 0 && selected.filter().fits(kind, dimension))
                    values.merge(kind.get(dimension), n, Long::sum);
            }
            facets.add(new Facet(
                    dimension.code(),
                    values.entrySet().stream()
                            .map(e -> new FacetValue(
                                    e.getKey(), label(dimension, e.getKey(), notices, carriers), e.getValue()))
                            .sorted(Comparator.comparingLong(FacetValue::messages)
                                    .reversed()
                                    .thenComparing(FacetValue::value))
                            .toList()));
        }
        return facets;
    }

    private static @Nullable String label(
            MessageDimension dimension, String value, Map<String, String> notices, Map<String, String> carriers) {
        return switch (dimension) {
            case NOTICE -> notices.getOrDefault(value, "deleted notice");
            case CARRIER -> value.isEmpty() ? null : carriers.getOrDefault(value, value);
            default -> null;
        };
    }

    private static MessageLine view(Line l, Map<String, String> notices, Map<String, String> carriers) {
        Line.About about = l.about();
        String carrier = about.carrier();
        Line.Content content = l.content();
        return new MessageLine(
                l.id(),
                l.at(),
                l.progress(),
                new LineAbout(
                        notices.getOrDefault(about.noticeId(), "deleted notice"),
                        about.stage(),
                        about.shop(),
                        about.order(),
                        about.customer(),
                        carrier == null ? null : carriers.getOrDefault(carrier, carrier),
                        about.trackingNumber()),
                new LineTarget(
                        l.to().channel(),
                        l.to().address(),
                        l.to().language(),
                        TeamOccasion.isTrial(l.to().occasion()),
                        TeamOccasion.isCopy(l.to().occasion())),
                l.times(),
                new LineContent(
                        content.subject(),
                        content.text(),
                        content.segments(),
                        content.cost() == null ? null : new Money(content.cost(), content.currency())));
    }
}
