package upbeat.herald.server.notice;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.audience.Audience;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.notice.Effects;
import upbeat.herald.core.notice.Importance;
import upbeat.herald.core.notice.Notice;
import upbeat.herald.core.notice.QuestionWordings;
import upbeat.herald.core.notice.Series;
import upbeat.herald.core.notice.Starters;
import upbeat.herald.core.notice.Trigger;
import upbeat.herald.core.notice.WordingSelection;
import upbeat.herald.core.timing.DayDelay;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.SenderOverride;
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
        @JsonUnwrapped NoticeContentBody content,
        @JsonUnwrapped EffectsBody effects) {

    /**
     * @param quietDays instead of a stage, so many days without a word from the carrier set it off; or null
     * @param answer instead of a stage, an answer sets it off; or null
     * @param returnStep instead of a stage, {@code requested}, {@code on-its-way} or {@code received}: how far a return
     *     of the customer's has come; or null
     * @param series id of the series it is a part of, whose start then sets it off; or null
     * @param after, ageLimit, recall ISO 8601 durations; {@code recall} is how long a message can be taken back
     * @param days to wait after that, or null
     */
    record NoticeTimingBody(
            @Nullable String stage,
            @Nullable Integer quietDays,
            Trigger.@Nullable AnswerGiven answer,
            @Nullable String returnStep,
            @Nullable String series,
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
     * @param sender of its e-mails, or null for the brand's
     */
    record RoutingBody(
            @Nullable List<String> channels,
            @Nullable String rule,
            @Nullable String fallbackAfter,
            @Nullable String importance,
            @Nullable SenderOverride sender) {}

    /**
     * What else happens once a customer was sent the message.
     *
     * @param copies channels of which the team gets a copy, at its own address
     * @param addTags, removeTags of the order
     */
    record EffectsBody(
            @Nullable List<String> copies,
            @Nullable List<String> addTags,
            @Nullable List<String> removeTags) {}

    /**
     * @param questionEnd until when the question may be answered, or null
     * @param changeUntil code of the stage until which customers may change their answer, or null
     * @param wordings by channel word
     * @param others in further languages and for variants; taken for a new notice only, so that one removed by mistake
     *     comes back whole
     */
    record NoticeContentBody(
            @Nullable List<QuestionDocument.ButtonBody> buttons,
            QuestionDocument.@Nullable QuestionEndBody questionEnd,
            @Nullable String changeUntil,
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

    private static final int MOST_TAGS = 10;
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
                        n.timing().trigger().answer(),
                        n.timing().trigger().returnStep() == null
                                ? null
                                : n.timing().trigger().returnStep().code(),
                        n.timing().series() == null ? null : n.timing().series().id(),
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
                        word(n.routing().importance()),
                        n.routing().sender()),
                new NoticeBody.NoticeContentBody(
                        QuestionDocument.describeButtons(n.content().question()),
                        QuestionDocument.describeEnd(n.content().question()),
                        QuestionDocument.describeChange(n.content().question()),
                        n.content().wordings().entrySet().stream()
                                .collect(Collectors.toMap(
                                        e -> e.getKey().code(), Map.Entry::getValue, (x, y) -> x, TreeMap::new)),
                        n.content().others()),
                new NoticeBody.EffectsBody(
                        n.effects().copies().stream().map(Channel::code).toList(),
                        n.effects().addTags(),
                        n.effects().removeTags()));
    }

    /** What the place Plan edits: the texts are edited in Wording, and have versions of their own. */
    public NoticeBody withoutWordings() {
        return new NoticeBody(
                name,
                state,
                audience,
                timing,
                routing,
                new NoticeContentBody(content.buttons(), content.questionEnd(), content.changeUntil(), null, null),
                effects);
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
     * @param context what it may refer to
     * @param strict also refuses wording that is not fit to be saved
     * @throws ValidationException naming every value that can't be used
     */
    public Notice toNotice(String id, @Nullable Notice before, PlanContext context, boolean strict) {
        String baseLanguage = context.baseLanguage();
        ValidationException errors = new ValidationException();
        String called = Texts.blankToNull(name);
        if (called == null || called.length() > 60) errors.add("name", "Enter a name of 1 to 60 characters");
        Series series = timing.series() == null ? null : context.series().get(timing.series());
        if (timing.series() != null && series == null)
            errors.add("series", "This series isn't there any more. Choose another one, or none");
        Trigger trigger = series != null
                ? series.start()
                : TriggerDocument.parse(
                        timing.stage(),
                        timing.quietDays(),
                        timing.answer(),
                        timing.returnStep(),
                        context,
                        strict,
                        errors);
        Stage at = trigger == null ? null : trigger.stage();
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
                ? AudienceCheck.check(audience, context.carriers(), errors)
                : AudienceCheck.requireUsable(audience);
        Notice.ChannelRule how =
                one(Notice.ChannelRule.class, "rule", routing.rule(), Notice.ChannelRule.FIRST_THAT_WORKS, errors);
        Notice.Per often = one(
                Notice.Per.class,
                "per",
                timing.per(),
                at != null && at.isOrderStage() ? Notice.Per.ORDER : Notice.Per.PARCEL,
                errors);
        if (trigger != null && trigger.returnStep() != null) often = Notice.Per.OCCASION;
        Importance rank = one(Importance.class, "importance", routing.importance(), Importance.NORMAL, errors);
        Notice.State on = one(Notice.State.class, "state", state, Notice.State.DRAFT, errors);
        Question question = QuestionDocument.parse(content, at, context, strict, errors);
        Effects also = effects(ways, errors);
        SenderOverride sender = SenderDocument.parse(routing.sender(), errors);
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
                                Objects.requireNonNull(trigger),
                                series,
                                delay,
                                days,
                                hours,
                                trigger.stage().isOrderStage() ? Notice.Per.ORDER : often,
                                limit,
                                recall),
                        new Notice.Routing(ways, how, fallback, rank, sender),
                        new Notice.Content(
                                question,
                                texts,
                                before != null ? before.content().others() : cleanedOthers()),
                        also),
                baseLanguage);
        boolean asksAnew = before != null && (before.content().question() == null) != (question == null);
        Notice fitting = asksAnew ? QuestionWordings.fit(notice) : notice;
        if (strict) wordingFaults(fitting, baseLanguage, errors);
        return fitting;
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

    private Effects effects(List<Channel> channels, ValidationException errors) {
        if (effects == null) return Effects.NONE;
        List<Channel> copies = new ArrayList<>();
        for (String code : effects.copies() == null ? List.<String>of() : effects.copies())
            Channel.fromCode(code).filter(channels::contains).ifPresent(copies::add);
        List<String> on = Tags.parse("addTags", effects.addTags(), MOST_TAGS, errors);
        List<String> off = Tags.parse("removeTags", effects.removeTags(), MOST_TAGS, errors);
        on.stream()
                .filter(off::contains)
                .findFirst()
                .ifPresent(t -> errors.add("removeTags", "\"" + t + "\" can't be added and removed at once"));
        return new Effects(copies, on, off);
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
