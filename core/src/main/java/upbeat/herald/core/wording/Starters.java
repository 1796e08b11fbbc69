package upbeat.herald.core.wording;

import java.time.Duration;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.MissingResourceException;
import java.util.Optional;
import java.util.ResourceBundle;
import java.util.Set;
import upbeat.herald.core.journey.Payment;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.plan.Audience;
import upbeat.herald.core.plan.Block;
import upbeat.herald.core.plan.Channel;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.OtherWording;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Variant;
import upbeat.herald.core.plan.Wording;
import upbeat.herald.core.timing.SendWindow;

/**
 * What a team starts from: a wording for every stage and channel, in eight languages for e-mail and SMS and five for
 * chat. Nobody begins with an empty page.
 */
public final class Starters {
    /** Languages of the starters, the first for who has none of them. */
    public static final List<String> LANGUAGES = List.of("en", "de", "fr", "es", "it", "nl", "sv", "pl");

    public static final List<String> CHAT_LANGUAGES = List.of("en", "de", "fr", "es", "it");
    private static final ResourceBundle.Control NO_DEFAULT =
            ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES);
    private static final SendWindow DAY = new SendWindow(LocalTime.of(8, 0), LocalTime.of(20, 0));

    private Starters() {}

    /** The notices of a new plan, paused. */
    public static List<Notice> plan() {
        return List.of(
                notice(
                        "is-it-yours",
                        "confirm",
                        Stage.ORDERED,
                        Duration.ofMinutes(15),
                        DAY,
                        new Audience(Set.of(Payment.CASH_ON_DELIVERY), Set.of(), Set.of(), Set.of()),
                        List.of(Channel.WHATSAPP, Channel.SMS, Channel.EMAIL),
                        Notice.Per.ORDER),
                notice(
                        "on-its-way",
                        "dispatched",
                        Stage.DISPATCHED,
                        Duration.ZERO,
                        null,
                        Audience.EVERYONE,
                        List.of(Channel.EMAIL, Channel.SMS),
                        Notice.Per.PARCEL),
                notice(
                        "moving",
                        "in-transit",
                        Stage.IN_TRANSIT,
                        Duration.ofMinutes(30),
                        DAY,
                        Audience.EVERYONE,
                        List.of(Channel.WHATSAPP, Channel.EMAIL),
                        Notice.Per.PARCEL),
                notice(
                        "coming-today",
                        "out-for-delivery",
                        Stage.OUT_FOR_DELIVERY,
                        Duration.ZERO,
                        new SendWindow(LocalTime.of(7, 0), LocalTime.of(21, 0)),
                        Audience.EVERYONE,
                        List.of(Channel.SMS, Channel.EMAIL),
                        Notice.Per.OCCASION),
                notice(
                        "delivered",
                        "delivered",
                        Stage.DELIVERED,
                        Duration.ZERO,
                        null,
                        Audience.EVERYONE,
                        List.of(Channel.EMAIL, Channel.SMS),
                        Notice.Per.PARCEL));
    }

    private static Notice notice(
            String id,
            String set,
            Stage stage,
            Duration after,
            SendWindow window,
            Audience audience,
            List<Channel> channels,
            Notice.Per per) {
        Question question = set.equals("confirm") ? question("en") : null;
        return filled(
                new Notice(
                        id,
                        bundle("en").getString(set + ".name"),
                        stage,
                        after,
                        window,
                        audience,
                        channels,
                        Notice.ChannelRule.FIRST_THAT_WORKS,
                        per,
                        Notice.DEFAULT_AGE_LIMIT,
                        Notice.State.PAUSED,
                        question,
                        Map.of()),
                "en");
    }

    /**
     * The notice with starters for those of its channels that have no words yet. @param base language of the words for
     * everyone; English stands in where there is no starter in it
     */
    public static Notice filled(Notice n, String base) {
        Map<Channel, Wording> words = new EnumMap<>(Channel.class);
        words.putAll(n.wordings());
        List<OtherWording> others = new ArrayList<>(n.others());
        for (Channel channel : n.channels()) {
            if (words.containsKey(channel)) continue;
            words.put(
                    channel, of(n, channel, base).or(() -> of(n, channel, "en")).orElseThrow());
            for (String language : LANGUAGES) {
                boolean there = sameLanguage(language, base)
                        || n.others().stream()
                                .anyMatch(o -> o.channel() == channel && sameLanguage(o.language(), language));
                if (!there)
                    of(n, channel, language)
                            .ifPresent(w -> others.add(new OtherWording(channel, language, Variant.EVERYONE, w)));
            }
        }
        return n.saying(words, others);
    }

    private static boolean sameLanguage(String a, String b) {
        return Locale.forLanguageTag(a)
                .getLanguage()
                .equals(Locale.forLanguageTag(b).getLanguage());
    }

    /** The question of a cash-on-delivery order. */
    public static Question question(String language) {
        ResourceBundle words = bundle(language);
        return new Question(List.of(
                new Question.Button("confirm", words.getString("yes"), "confirmed", false),
                new Question.Button("cancel", words.getString("no"), "cancel-requested", true)));
    }

    /** The starter that a notice's wording can go back to; empty where there is none in this language. */
    public static Optional<Wording> of(Notice notice, Channel channel, String language) {
        boolean confirms = notice.stage() == Stage.ORDERED && notice.question() != null;
        return of(confirms ? "confirm" : notice.stage().code(), channel, language)
                .map(w ->
                        confirms ? fitting(w, notice.question()) : notice.question() == null ? w : asking(w, channel));
    }

    /** Only what it calls buttons that the question has. */
    private static Wording fitting(Wording w, Question question) {
        if (w.buttons() == null
                || w.buttons().keySet().stream()
                        .allMatch(id -> question.button(id).isPresent())) return w;
        return new Wording(
                w.subject(), w.text(), w.preview(), w.blocks(), w.html(), w.header(), w.footer(), w.link(), null);
    }

    /** A starter that asks nothing, with a place for the buttons of a notice that does. */
    private static Wording asking(Wording w, Channel channel) {
        return switch (channel) {
            case WHATSAPP -> w;
            case SMS -> new Wording(null, w.text() + " {{answer.link}}");
            case EMAIL -> {
                List<Block> blocks = new ArrayList<>(w.blocks());
                blocks.add(blocks.size() - 1, Block.of("question"));
                yield new Wording(w.subject(), null, w.preview(), blocks, null, null, null, null, null);
            }
        };
    }

    private static Optional<Wording> of(String set, Channel channel, String language) {
        String primary = Locale.forLanguageTag(language).getLanguage();
        if (!(channel == Channel.WHATSAPP ? CHAT_LANGUAGES : LANGUAGES).contains(primary)) return Optional.empty();
        ResourceBundle words = bundle(primary);
        Map<String, String> buttons = set.equals("confirm") && !primary.equals("en")
                ? Map.of("confirm", words.getString("yes"), "cancel", words.getString("no"))
                : null;
        try {
            return Optional.of(
                    switch (channel) {
                        case SMS -> new Wording(null, words.getString(set + ".sms"));
                        case WHATSAPP ->
                            new Wording(
                                    null, words.getString(set + ".chat"), null, null, null, null, null, null, buttons);
                        case EMAIL ->
                            new Wording(
                                    words.getString(set + ".subject"),
                                    null,
                                    words.getString(set + ".preview"),
                                    mail(set, words),
                                    null,
                                    null,
                                    null,
                                    null,
                                    buttons);
                    });
        } catch (MissingResourceException e) {
            return Optional.empty();
        }
    }

    private static List<Block> mail(String set, ResourceBundle words) {
        List<Block> blocks = new ArrayList<>();
        blocks.add(text(words.getString("hi") + "\n\n" + words.getString(set + ".mail")));
        switch (set) {
            case "confirm" -> {
                blocks.add(Block.of("items"));
                blocks.add(text(words.getString("confirm.ask")));
                blocks.add(Block.of("question"));
            }
            case "ordered" -> {
                blocks.add(Block.of("items"));
                blocks.add(Block.of("totals"));
                blocks.add(Block.of("address"));
            }
            case "dispatched" -> {
                blocks.add(new Block(
                        "items", null, null, null, null, null, null, null, null, "parcel", true, null, null, null));
                blocks.add(text(words.getString("dispatched.follow")));
                blocks.add(Block.of("parcel"));
            }
            case "delayed" -> {
                blocks.add(Block.of("delay").withText(RichText.ofPlain(words.getString("delayed.notice"))));
                blocks.add(Block.of("parcel"));
            }
            case "packed", "in-transit", "out-for-delivery", "attempted", "ready-for-collection" ->
                blocks.add(Block.of("parcel"));
            case "returning", "returned" -> blocks.add(Block.of("items"));
            default -> {} // what is over shows neither tracking nor address
        }
        blocks.add(text(words.getString("bye")));
        return blocks;
    }

    private static Block text(String plain) {
        return Block.text(RichText.ofPlain(plain));
    }

    private static ResourceBundle bundle(String language) {
        return ResourceBundle.getBundle(
                "upbeat.herald.core.wording.starters", Locale.forLanguageTag(language), NO_DEFAULT);
    }
}
