package upbeat.herald.core.answer;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import upbeat.herald.core.wording.Question;

/**
 * What a reply in words means. Only a reply that is one known word or phrase and nothing else means anything; all
 * others are for a person to read. The words are common practice, from memory: those of STOP are what networks and
 * customers are used to, in any language; "cancel" isn't among them, because it may mean the order.
 */
public final class ReplyWords {
    /** What a reply may mean by itself. */
    public enum Meaning {
        YES,
        NO,
        /** No more messages over this channel. */
        STOP,
        /** For a person to read. */
        OTHER
    }

    private static final Map<String, Set<String>> YES = Map.of(
            "en", Set.of("yes", "yes please"),
            "de", Set.of("ja", "ja gerne", "ja bitte"),
            "fr", Set.of("oui", "oui merci"),
            "es", Set.of("sí", "si", "sí gracias", "si gracias"),
            "it", Set.of("sì", "si", "sì grazie", "si grazie"),
            "nl", Set.of("ja", "ja graag"),
            "sv", Set.of("ja", "ja tack"),
            "pl", Set.of("tak", "tak proszę"),
            "ar", Set.of("نعم"),
            "he", Set.of("כן"));
    private static final Map<String, Set<String>> NO = Map.of(
            "en", Set.of("no", "no thanks", "no thank you"),
            "de", Set.of("nein", "nein danke"),
            "fr", Set.of("non", "non merci"),
            "es", Set.of("no", "no gracias"),
            "it", Set.of("no", "no grazie"),
            "nl", Set.of("nee", "nee bedankt", "nee dank u"),
            "sv", Set.of("nej", "nej tack"),
            "pl", Set.of("nie", "nie dziękuję"),
            "ar", Set.of("لا"),
            "he", Set.of("לא"));
    private static final Set<String> STOP = Set.of(
            "stop",
            "stopp",
            "stopall",
            "stop all",
            "unsubscribe",
            "quit",
            "end",
            "arrêt",
            "arret",
            "baja",
            "abmelden",
            "afmelden");
    /** Marks that turn the direction of writing, and what is invisible. */
    private static final Pattern INVISIBLE = Pattern.compile("[\\u200B-\\u200F\\u202A-\\u202E\\u2066-\\u2069\\uFEFF]");

    private static final Pattern BLANKS = Pattern.compile("[\\s\\u00A0\\u202F,]+");
    private static final Pattern END = Pattern.compile("[.!\\u3002\\uFF01\\s]+$");
    /** Nothing longer can be one of them. */
    private static final int LONGEST = 60;

    private ReplyWords() {}

    /** @param languages BCP 47, those that the customer was written to in; English is always understood */
    public static Meaning read(String text, Collection<String> languages) {
        if (text.length() > LONGEST) return Meaning.OTHER;
        String plain = normalize(text);
        if (STOP.contains(plain)) return Meaning.STOP;
        Set<String> primary = new HashSet<>(Set.of("en"));
        languages.forEach(l -> primary.add(Locale.forLanguageTag(l).getLanguage()));
        boolean yes = isOneOf(plain, YES, primary);
        boolean no = isOneOf(plain, NO, primary);
        return yes == no ? Meaning.OTHER : yes ? Meaning.YES : Meaning.NO;
    }

    private static boolean isOneOf(String plain, Map<String, Set<String>> words, Set<String> languages) {
        return languages.stream().anyMatch(l -> words.getOrDefault(l, Set.of()).contains(plain));
    }

    /**
     * The answer that a reply gives to a question: the one it calls by its label, or, of two, the first for yes and the
     * other for no. Where one of the two says that the order isn't wanted, that is the no.
     */
    public static Optional<Question.Button> choose(Question question, String text, Collection<String> languages) {
        if (text.length() > LONGEST) return Optional.empty();
        String plain = normalize(text);
        List<Question.Button> named = question.buttons().stream()
                .filter(b -> normalize(b.label()).equals(plain))
                .toList();
        if (named.size() == 1) return Optional.of(named.get(0));
        if (question.buttons().size() != 2) return Optional.empty();
        List<Question.Button> two = new ArrayList<>(question.buttons());
        if (two.get(0).refuses() && !two.get(1).refuses()) two.add(two.remove(0));
        return switch (read(text, languages)) {
            case YES -> Optional.of(two.get(0));
            case NO -> Optional.of(two.get(1));
            default -> Optional.empty();
        };
    }

    static String normalize(String text) {
        String visible = INVISIBLE
                .matcher(Normalizer.normalize(text, Normalizer.Form.NFC))
                .replaceAll("");
        String even = BLANKS.matcher(visible).replaceAll(" ").strip();
        return END.matcher(even).replaceAll("").toLowerCase(Locale.ROOT);
    }
}
