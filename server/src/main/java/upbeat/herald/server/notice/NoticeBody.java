package upbeat.herald.server.notice;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Importance;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.Starters;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.timing.DayDelay;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingCheck;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.server.platform.web.ContentVersion;
import upbeat.herald.server.platform.web.ValidationException;

/** A notice as the interface sends and shows it, in words of the API. */
public record NoticeBody(
        @Nullable String name,
        @Nullable String state,
        @Nullable Audience audience,
        @JsonUnwrapped NoticeTimingBody timing,
        @JsonUnwrapped RoutingBody routing,
        @JsonUnwrapped NoticeContentBody content) {

    /**
     * @param quietDays instead of a stage, so many days without a word from the carrier set it off; or null
     * @param after, ageLimit, recall ISO 8601 durations; {@code recall} is how long a message can be taken back
     * @param days to wait after that, or null
     */
    record NoticeTimingBody(
            @Nullable String stage,
            @Nullable Integer quietDays,
            @Nullable String after,
            @Nullable DaysBody days,
            @Nullable WindowBody window,
            @Nullable String per,
            @Nullable String ageLimit,
            @Nullable String recall) {}

    /**
     * @param fallbackAfter ISO 8601: how long the first that works is waited for before the next is tried
     * @param importance {@code high}, {@code normal} or {@code low}: what gives way where a customer would be sent too
     *     many messages in a day; null for normal
     */
    record RoutingBody(
            @Nullable List<String> channels,
            @Nullable String rule,
            @Nullable String fallbackAfter,
            @Nullable String importance) {}

    /**
     * @param wordings by channel word
     * @param others in further languages and for variants; taken for a new notice only, so that one removed by mistake
     *     comes back whole
     */
    record NoticeContentBody(
            @Nullable List<Question.Button> buttons,
            @Nullable Map<String, Wording> wordings,
            @Nullable List<LocalizedWording> others) {}

    /**
     * @param from,to hours and minutes, {@code 08:00}
     * @param days {@code monday} to {@code sunday}; null or empty for all
     * @param skipHolidays true where nothing is sent on public holidays; null for false
     */
    public record WindowBody(
            String from,
            String to,
            @Nullable List<String> days,
            @Nullable Boolean skipHolidays) {}

    /**
     * Days by the customer's calendar. @param working true for working days; null for false; {@code at} a time of day
     * such as {@code 10:00}, or null for that of the event
     */
    public record DaysBody(
            int count, @Nullable Boolean working, @Nullable String at) {}

    private static final int MOST_QUIET_DAYS = 90;
    private static final Duration LONGEST = Duration.ofDays(365);
    private static final Duration LONGEST_RECALL = Duration.ofMinutes(10);

    public static NoticeBody of(Notice n) {
        return new NoticeBody(
                n.name(),
                word(n.state()),
                n.audience(),
                new NoticeBody.NoticeTimingBody(
                        n.timing().stage().code(),
                        n.timing().quietDays(),
                        n.timing().after().toString(),
                        TimingDocument.describe(n.timing().dayDelay()),
                        TimingDocument.describe(n.timing().window()),
                        word(n.timing().per()),
                        n.timing().ageLimit().toString(),
                        n.timing().recall().toString()),
                new NoticeBody.RoutingBody(
                        n.routing().channels().stream().map(Channel::code).toList(),
                        word(n.routing().rule()),
                        n.routing().fallbackAfter().toString(),
                        word(n.routing().importance())),
                new NoticeBody.NoticeContentBody(
                        n.content().question() == null
                                ? List.of()
                                : n.content().question().buttons(),
                        n.content().wordings().entrySet().stream()
                                .collect(Collectors.toMap(
                                        e -> e.getKey().code(), Map.Entry::getValue, (x, y) -> x, TreeMap::new)),
                        n.content().others()));
    }

    /** What the place Plan edits: the texts are edited in Wording, and have versions of their own. */
    public NoticeBody withoutWordings() {
        return new NoticeBody(
                name, state, audience, timing, routing, new NoticeContentBody(content.buttons(), null, null));
    }

    /** Of all but the texts. */
    String version() {
        return ContentVersion.of(withoutWordings());
    }

    /** A version of what a notice does when it is live: the same whether it is live already or not. */
    public static String ruleVersion(Notice notice) {
        return of(notice.withState(Notice.State.LIVE)).version();
    }

    private static String word(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /**
     * The notice. Wordings that are not given stay as they were; a channel that never had words gets the starters.
     *
     * @param before the notice as it was, or null for a new one
     * @param baseLanguage of the words for everyone
     * @param strict also refuses wording that is not fit to be saved
     * @throws ValidationException naming every value that can't be used
     */
    public Notice toNotice(
            String id, @Nullable Notice before, String baseLanguage, Set<String> carriers, boolean strict) {
        ValidationException errors = new ValidationException();
        String called = Texts.blankToNull(name);
        if (called == null || called.length() > 60) errors.add("name", "Enter a name of 1 to 60 characters");
        Stage at = Stage.fromCode(timing.stage()).orElse(null);
        if (at == null) errors.add("stage", "\"" + timing.stage() + "\" isn't a stage");
        if (timing.quietDays() != null && (timing.quietDays() < 1 || timing.quietDays() > MOST_QUIET_DAYS))
            errors.add("quietDays", "Enter 1 to " + MOST_QUIET_DAYS + " days");
        if (timing.quietDays() != null && at != null && at.isOrderStage())
            errors.add("stage", "Only a parcel can go quiet");
        Duration delay = duration("after", timing.after(), Duration.ZERO, errors);
        Duration limit = duration("ageLimit", timing.ageLimit(), Notice.DEFAULT_AGE_LIMIT, errors);
        Duration fallback = duration("fallbackAfter", routing.fallbackAfter(), Notice.Routing.DEFAULT_FALLBACK, errors);
        if (fallback.compareTo(Duration.ofMinutes(1)) < 0)
            errors.add("fallbackAfter", "Give a channel at least a minute before the next is tried");
        Duration recall = duration("recall", timing.recall(), Duration.ZERO, errors);
        if (recall.compareTo(LONGEST_RECALL) > 0) errors.add("recall", "Enter 0 to 10 minutes");
        DayDelay days = TimingDocument.parse(timing.days(), errors);
        SendWindow hours = TimingDocument.parse(timing.window(), errors);
        List<Channel> ways = new ArrayList<>();
        for (String c : routing.channels() == null ? List.<String>of() : routing.channels())
            Channel.fromCode(c)
                    .filter(x -> !ways.contains(x))
                    .ifPresentOrElse(
                            ways::add,
                            () -> errors.add("channels", "\"" + c + "\" isn't a channel, or is listed twice"));
        if (ways.isEmpty()) errors.add("channels", "Choose at least one channel");
        Audience who = strict || audience == null
                ? AudienceCheck.check(audience, carriers, errors)
                : AudienceCheck.requireUsable(audience);
        Notice.ChannelRule how =
                one(Notice.ChannelRule.class, "rule", routing.rule(), Notice.ChannelRule.FIRST_THAT_WORKS, errors);
        Notice.Per often = one(
                Notice.Per.class,
                "per",
                timing.per(),
                at != null && at.isOrderStage() ? Notice.Per.ORDER : Notice.Per.PARCEL,
                errors);
        Importance rank = one(Importance.class, "importance", routing.importance(), Importance.NORMAL, errors);
        Notice.State on = one(Notice.State.class, "state", state, Notice.State.DRAFT, errors);
        Question question = question(errors);
        errors.throwIfAny();
        Map<Channel, Wording> texts = new TreeMap<>();
        if (before != null) texts.putAll(before.content().wordings());
        if (content.wordings() != null)
            content.wordings()
                    .forEach((c, w) -> Channel.fromCode(c).ifPresent(channel -> texts.put(channel, w.cleaned())));
        Notice notice = Starters.fillWordings(
                new Notice(
                        id,
                        Objects.requireNonNull(called),
                        on,
                        who,
                        new Notice.Timing(
                                Objects.requireNonNull(at),
                                timing.quietDays(),
                                delay,
                                days,
                                hours,
                                at.isOrderStage() ? Notice.Per.ORDER : often,
                                limit,
                                recall),
                        new Notice.Routing(ways, how, fallback, rank),
                        new Notice.Content(
                                question,
                                texts,
                                before != null ? before.content().others() : cleanedOthers())),
                baseLanguage);
        if (strict) wordingFaults(notice, baseLanguage, errors);
        return notice;
    }

    private List<LocalizedWording> cleanedOthers() {
        if (content.others() == null) return List.of();
        return content.others().stream()
                .map(o -> new LocalizedWording(
                        o.channel(), o.language(), o.variant(), o.wording().cleaned()))
                .toList();
    }

    private static void wordingFaults(Notice notice, String baseLanguage, ValidationException errors) {
        for (Channel channel : notice.routing().channels()) {
            for (LocalizedWording o : WordingSelection.listAll(notice, channel, baseLanguage)) {
                Wording whole = WordingSelection.merge(notice, channel, o.language(), o.variant(), baseLanguage)
                        .orElseThrow();
                if (!whole.hasBody() && !o.variant().everyone()) continue; // only parts; nobody gets it alone
                String where = o.language().equals(baseLanguage) && o.variant().everyone()
                        ? ""
                        : "In " + Locale.forLanguageTag(o.language()).getDisplayLanguage(Locale.ENGLISH) + ": ";
                for (WordingError f : WordingCheck.findErrors(notice.purpose(), channel, whole))
                    errors.add(
                            "wordings." + channel.code(),
                            where + "Line " + f.line() + ", column " + f.column() + ": " + f.message());
            }
        }
        errors.throwIfAny();
    }

    private @Nullable Question question(ValidationException errors) {
        if (content.buttons() == null || content.buttons().isEmpty()) return null;
        if (content.buttons().size() > 3) errors.add("buttons", "A question can have up to three buttons");
        Set<String> ids = new HashSet<>();
        for (int i = 0; i < content.buttons().size(); i++) {
            Question.Button b = content.buttons().get(i);
            if (b.id() == null || !b.id().matches("[a-z0-9-]{1,20}") || !ids.add(b.id()))
                errors.add("buttons[" + i + "].id", "Give each button a different ID of up to 20 lower-case letters");
            if (Texts.isBlank(b.label()) || b.label().length() > 20)
                errors.add("buttons[" + i + "].label", "Enter a button label of up to 20 characters");
            if (Texts.isBlank(b.tag()) || b.tag().length() > 40)
                errors.add("buttons[" + i + "].tag", "Enter a tag of up to 40 characters");
        }
        return new Question(content.buttons());
    }

    private static Duration duration(
            String field, @Nullable String text, Duration otherwise, ValidationException errors) {
        if (Texts.isBlank(text)) return otherwise;
        try {
            Duration d = Duration.parse(text);
            if (d.isNegative() || d.compareTo(LONGEST) > 0) errors.add(field, "Enter a delay of up to a year");
            return d;
        } catch (DateTimeParseException e) {
            errors.add(field, "\"" + text + "\" is not an ISO 8601 duration such as PT15M");
            return otherwise;
        }
    }

    private static <E extends Enum<E>> E one(
            Class<E> type, String field, @Nullable String word, E otherwise, ValidationException errors) {
        if (Texts.isBlank(word)) return otherwise;
        for (E e : type.getEnumConstants()) if (word(e).equals(word)) return e;
        errors.add(field, "\"" + word + "\" is not known here");
        return otherwise;
    }
}
