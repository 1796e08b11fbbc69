package upbeat.herald.server.plan;

import java.time.Duration;
import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.Texts;
import upbeat.herald.core.journey.Countries;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.plan.Audience;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.ChooseWording;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.OtherWording;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.timing.SendWindow;
import upbeat.herald.core.wording.CheckWording;
import upbeat.herald.core.wording.Starters;
import upbeat.herald.core.wording.WordingFault;
import upbeat.herald.server.web.Faults;

/**
 * A notice as the interface sends and shows it, in words of the API.
 *
 * @param after ISO 8601 duration
 * @param ageLimit ISO 8601 duration
 * @param wordings by channel word
 * @param others in further languages and for variants; taken for a new notice only, so that one removed by mistake
 *     comes back whole
 */
public record NoticeBody(
        @Nullable String name,
        @Nullable String stage,
        @Nullable String after,
        @Nullable WindowBody window,
        @Nullable AudienceBody audience,
        @Nullable List<String> channels,
        @Nullable String rule,
        @Nullable String per,
        @Nullable String ageLimit,
        @Nullable String state,
        @Nullable List<Question.Button> buttons,
        @Nullable Map<String, Wording> wordings,
        @Nullable List<OtherWording> others) {

    /** @param from,to hours and minutes, {@code 08:00} */
    public record WindowBody(String from, String to) {}

    public record AudienceBody(
            @Nullable List<String> payments,
            @Nullable List<String> countries,
            @Nullable List<String> carriers,
            @Nullable List<String> shops) {}

    private static final Duration LONGEST = Duration.ofDays(365);

    static NoticeBody of(Notice n) {
        Audience a = n.audience();
        return new NoticeBody(
                n.name(),
                n.stage().code(),
                n.after().toString(),
                n.window() == null
                        ? null
                        : new WindowBody(
                                n.window().from().toString(), n.window().to().toString()),
                new AudienceBody(
                        a.payments().stream().map(Payment::code).sorted().toList(),
                        a.countries().stream().sorted().toList(),
                        a.carriers().stream().sorted().toList(),
                        a.shops().stream().sorted().toList()),
                n.channels().stream().map(Channel::code).toList(),
                word(n.rule()),
                word(n.per()),
                n.ageLimit().toString(),
                word(n.state()),
                n.question() == null ? List.of() : n.question().buttons(),
                n.wordings().entrySet().stream()
                        .collect(Collectors.toMap(
                                e -> e.getKey().code(), Map.Entry::getValue, (x, y) -> x, TreeMap::new)),
                n.others());
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
     * @throws Faults naming every value that can't be used
     */
    public Notice toNotice(
            String id, @Nullable Notice before, String baseLanguage, Set<String> carriers, boolean strict) {
        Faults faults = new Faults();
        String called = Texts.orNull(name);
        if (called == null || called.length() > 60) faults.add("name", "A name has 1 to 60 characters");
        Stage at = Stage.of(stage).orElse(null);
        if (at == null) faults.add("stage", "\"" + stage + "\" is no stage");
        Duration delay = duration("after", after, Duration.ZERO, faults);
        Duration limit = duration("ageLimit", ageLimit, Notice.DEFAULT_AGE_LIMIT, faults);
        SendWindow hours = null;
        if (window != null) {
            try {
                hours = new SendWindow(LocalTime.parse(window.from()), LocalTime.parse(window.to()));
            } catch (DateTimeParseException | NullPointerException e) {
                faults.add("window", "Write the hours as 08:00 and 20:00");
            }
        }
        List<Channel> ways = new ArrayList<>();
        for (String c : channels == null ? List.<String>of() : channels)
            Channel.of(c)
                    .filter(x -> !ways.contains(x))
                    .ifPresentOrElse(
                            ways::add, () -> faults.add("channels", "\"" + c + "\" is no channel, or stands twice"));
        if (ways.isEmpty()) faults.add("channels", "Choose at least one channel");
        Audience who = audience(carriers, faults);
        Notice.ChannelRule how =
                one(Notice.ChannelRule.class, "rule", rule, Notice.ChannelRule.FIRST_THAT_WORKS, faults);
        Notice.Per often = one(
                Notice.Per.class,
                "per",
                per,
                at != null && at.ofOrder() ? Notice.Per.ORDER : Notice.Per.PARCEL,
                faults);
        Notice.State on = one(Notice.State.class, "state", state, Notice.State.PAUSED, faults);
        Question question = question(faults);
        faults.raise();
        Map<Channel, Wording> texts = new EnumMap<>(Channel.class);
        if (before != null) texts.putAll(before.wordings());
        if (wordings != null) wordings.forEach((c, w) -> Channel.of(c).ifPresent(channel -> texts.put(channel, w)));
        Notice notice = Starters.filled(
                new Notice(
                        id,
                        called,
                        at,
                        delay,
                        hours,
                        who,
                        ways,
                        how,
                        at.ofOrder() ? Notice.Per.ORDER : often,
                        limit,
                        on,
                        question,
                        texts,
                        before != null ? before.others() : others),
                baseLanguage);
        if (strict) wordingFaults(notice, baseLanguage, faults);
        return notice;
    }

    private static void wordingFaults(Notice notice, String baseLanguage, Faults faults) {
        for (Channel channel : notice.channels()) {
            for (OtherWording o : ChooseWording.all(notice, channel, baseLanguage)) {
                Wording whole = ChooseWording.whole(notice, channel, o.language(), o.variant(), baseLanguage)
                        .orElseThrow();
                if (!whole.hasBody() && !o.variant().everyone()) continue; // only parts; nobody gets it alone
                String where = o.language().equals(baseLanguage) && o.variant().everyone()
                        ? ""
                        : "In " + Locale.forLanguageTag(o.language()).getDisplayLanguage(Locale.ENGLISH) + ": ";
                for (WordingFault f : CheckWording.of(notice, channel, whole))
                    faults.add(
                            "wordings." + channel.code(),
                            where + "Line " + f.line() + ", column " + f.column() + ": " + f.message());
            }
        }
        faults.raise();
    }

    private Audience audience(Set<String> known, Faults faults) {
        if (audience == null) return Audience.EVERYONE;
        Set<Payment> payments = new HashSet<>();
        for (String p : list(audience.payments()))
            Payment.of(p)
                    .ifPresentOrElse(
                            payments::add, () -> faults.add("audience.payments", "\"" + p + "\" is no way of paying"));
        Set<String> countries = new HashSet<>();
        for (String c : list(audience.countries())) {
            String country = c.strip().toUpperCase(Locale.ROOT);
            if (Countries.CODES.contains(country)) countries.add(country);
            else faults.add("audience.countries", "\"" + c + "\" is not a country of two letters");
        }
        for (String c : list(audience.carriers()))
            if (!known.contains(c)) faults.add("audience.carriers", "There is no carrier " + c);
        return new Audience(
                payments, countries, new HashSet<>(list(audience.carriers())), new HashSet<>(list(audience.shops())));
    }

    private static List<String> list(List<String> list) {
        return list == null ? List.of() : list;
    }

    private Question question(Faults faults) {
        if (buttons == null || buttons.isEmpty()) return null;
        if (buttons.size() > 3) faults.add("buttons", "A question has up to three buttons");
        Set<String> ids = new HashSet<>();
        for (int i = 0; i < buttons.size(); i++) {
            Question.Button b = buttons.get(i);
            if (b.id() == null || !b.id().matches("[a-z0-9-]{1,20}") || !ids.add(b.id()))
                faults.add("buttons[" + i + "].id", "A button's id has up to 20 lower case letters and is used once");
            if (Texts.blank(b.label()) || b.label().length() > 20)
                faults.add("buttons[" + i + "].label", "A button says something in up to 20 characters");
            if (Texts.blank(b.tag()) || b.tag().length() > 40)
                faults.add("buttons[" + i + "].tag", "An answer puts a tag of up to 40 characters on the order");
        }
        return new Question(buttons);
    }

    private static Duration duration(String field, String text, Duration otherwise, Faults faults) {
        if (Texts.blank(text)) return otherwise;
        try {
            Duration d = Duration.parse(text);
            if (d.isNegative() || d.compareTo(LONGEST) > 0) faults.add(field, "A time from none to a year");
            return d;
        } catch (DateTimeParseException e) {
            faults.add(field, "\"" + text + "\" is not an ISO 8601 duration such as PT15M");
            return otherwise;
        }
    }

    private static <E extends Enum<E>> E one(Class<E> type, String field, String word, E otherwise, Faults faults) {
        if (Texts.blank(word)) return otherwise;
        for (E e : type.getEnumConstants()) if (word(e).equals(word)) return e;
        faults.add(field, "\"" + word + "\" is not known here");
        return otherwise;
    }
}
