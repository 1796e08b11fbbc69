package upbeat.herald.core.audience.kind;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.wording.CustomerLanguage;

/** The customer's language: the one they ordered in, else the usual one where the order goes. ISO 639-1. */
public final class LanguageKind extends ChoiceKind {
    private static final List<String> CODES = List.of(Locale.getISOLanguages());
    private static final List<ValueChoice> CHOICES = Arrays.stream(Locale.getISOLanguages())
            .map(code -> new ValueChoice(code, englishName(code)))
            .sorted(Comparator.comparing(ValueChoice::label))
            .toList();

    @Override
    public String code() {
        return "language";
    }

    @Override
    public String label() {
        return "Language";
    }

    @Override
    public List<ValueChoice> choices() {
        return CHOICES;
    }

    @Override
    @Nullable String normalize(String value) {
        String code = Locale.forLanguageTag(value.strip()).getLanguage();
        return CODES.contains(code) ? code : null;
    }

    @Override
    @Nullable String valueOf(OrderFacts facts) {
        String tag = CustomerLanguage.languageOf(facts.order());
        return tag == null ? null : Locale.forLanguageTag(tag).getLanguage();
    }

    @Override
    String nameOf(String value, ConditionNames names) {
        return englishName(value);
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "from customers who read " + list(names(condition, names), "or");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        String language = valueOf(facts);
        return language == null
                ? "doesn't say which language its customer reads"
                : "is from a customer who reads " + englishName(language);
    }

    private static String englishName(String code) {
        return Locale.forLanguageTag(code).getDisplayLanguage(Locale.ENGLISH);
    }
}
