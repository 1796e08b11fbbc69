package upbeat.herald.core.notice;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.MissingResourceException;
import java.util.Optional;
import java.util.ResourceBundle;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.journey.Stage;
import upbeat.herald.core.wording.Channel;
import upbeat.herald.core.wording.LocalizedWording;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.QuestionEnd;
import upbeat.herald.core.wording.Variant;
import upbeat.herald.core.wording.Wording;

/**
 * What a team starts from: a wording for every stage and channel, in eight languages for e-mail and SMS and five for
 * chat. Nobody begins with an empty page.
 */
public final class Starters {
    /** Languages of the starters, the first for who has none of them. */
    public static final List<String> LANGUAGES = List.of("en", "de", "fr", "es", "it", "nl", "sv", "pl");

    private static final ResourceBundle.Control NO_DEFAULT =
            ResourceBundle.Control.getNoFallbackControl(ResourceBundle.Control.FORMAT_PROPERTIES);

    private Starters() {}

    /** What a notice is called at first. @param set {@code confirm}, or the code of a stage */
    static String noticeName(String set) {
        return bundle("en").getString(set + ".name");
    }

    /**
     * The notice with starters for those of its channels that have no words yet. @param base language of the words for
     * everyone; English stands in where there is no starter in it
     */
    public static Notice fillWordings(Notice n, String base) {
        Map<Channel, Wording> words = new TreeMap<>(n.content().wordings());
        List<LocalizedWording> others = new ArrayList<>(n.content().others());
        for (Channel channel : n.routing().channels()) {
            if (words.containsKey(channel)) continue;
            // What the answers are called for everyone, the question says itself.
            find(n, channel, base)
                    .or(() -> find(n, channel, "en"))
                    .ifPresent(w -> words.put(channel, w.withButtons(null)));
            for (String language : channel.starterLanguages()) {
                boolean there = sameLanguage(language, base)
                        || n.content().others().stream()
                                .anyMatch(o -> o.channel().equals(channel) && sameLanguage(o.language(), language));
                if (!there)
                    find(n, channel, language)
                            .ifPresent(w -> others.add(new LocalizedWording(channel, language, Variant.EVERYONE, w)));
            }
        }
        return n.withWordings(words, others);
    }

    private static boolean sameLanguage(String a, String b) {
        return Locale.forLanguageTag(a)
                .getLanguage()
                .equals(Locale.forLanguageTag(b).getLanguage());
    }

    /** A question that is ready to be used. @param language of its words; English where there are none in it */
    public static Question question(QuestionSet set, String language) {
        return set.create(bundle(language));
    }

    /** What a notice with this question is called at first. */
    public static String nameOf(QuestionSet set) {
        return noticeName(set.code());
    }

    /**
     * The question of a cash-on-delivery order in a plan that somebody starts from: it closes when the order leaves.
     */
    public static Question confirmationQuestion(String language) {
        ResourceBundle words = bundle(language);
        return new Question(
                List.of(
                        new Question.Button("confirm", words.getString("yes"), "confirmed", false),
                        new Question.Button("cancel", words.getString("no"), "cancel-requested", true)),
                new QuestionEnd(null, Stage.DISPATCHED, null, QuestionEnd.NoAnswer.NOTHING, null),
                null);
    }

    /** The starter that a notice's wording can go back to; empty where there is none in this language. */
    public static Optional<Wording> find(Notice notice, Channel channel, String language) {
        if (notice.isPage()) return Optional.of(PageDocument.starter());
        Question question = notice.content().question();
        if (question == null) return find(setOf(notice), null, channel, language);
        QuestionSet set =
                QuestionSet.of(question).orElse(notice.timing().stage() == Stage.ORDERED ? QuestionSet.CONFIRM : null);
        return set == null
                ? find(setOf(notice), null, channel, language).map(channel::withQuestion)
                : find(set.code(), set, channel, language).map(w -> fitting(w, question));
    }

    /** Which starters fit what sets the notice off. */
    private static String setOf(Notice notice) {
        ReturnStep step = notice.timing().trigger().returnStep();
        return step == null ? notice.timing().stage().code() : "return-" + step.code();
    }

    /** Only what it calls buttons that the question has, where the question calls them something else. */
    private static Wording fitting(Wording w, Question question) {
        if (w.buttons() == null) return w;
        boolean hasAll = w.buttons().keySet().stream()
                .allMatch(id -> question.findButton(id).isPresent());
        return hasAll && !question.equals(question.withLabels(w.buttons())) ? w : w.withButtons(null);
    }

    /** @param question whose buttons it has, or null for none */
    private static Optional<Wording> find(
            String set, @Nullable QuestionSet question, Channel channel, String language) {
        String primary = Locale.forLanguageTag(language).getLanguage();
        if (!channel.starterLanguages().contains(primary)) return Optional.empty();
        ResourceBundle words = bundle(primary);
        Map<String, String> buttons = question == null ? null : question.labels(words);
        try {
            return Optional.of(channel.starter(set, words, buttons));
        } catch (MissingResourceException e) {
            return Optional.empty();
        }
    }

    private static ResourceBundle bundle(String language) {
        return ResourceBundle.getBundle(
                "upbeat.herald.core.wording.starters", Locale.forLanguageTag(language), NO_DEFAULT);
    }
}
