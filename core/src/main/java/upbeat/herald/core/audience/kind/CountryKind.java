package upbeat.herald.core.audience.kind;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.audience.Condition;
import upbeat.herald.core.audience.ConditionNames;
import upbeat.herald.core.audience.OrderFacts;
import upbeat.herald.core.journey.Countries;

/** The country of destination, by ISO 3166-1 alpha-2; its English name as Unicode CLDR has it. */
public final class CountryKind extends ChoiceKind {
    private static final List<ValueChoice> CHOICES = Countries.CODES.stream()
            .map(code -> new ValueChoice(code, englishName(code)))
            .sorted(Comparator.comparing(ValueChoice::label))
            .toList();

    @Override
    public String code() {
        return "country";
    }

    @Override
    public String label() {
        return "Country";
    }

    @Override
    public List<ValueChoice> choices() {
        return CHOICES;
    }

    @Override
    @Nullable String normalize(String value) {
        String code = value.strip().toUpperCase(Locale.ROOT);
        return Countries.CODES.contains(code) ? code : null;
    }

    @Override
    @Nullable String valueOf(OrderFacts facts) {
        return facts.order().shipTo() == null ? null : facts.order().shipTo().country();
    }

    @Override
    String nameOf(String value, ConditionNames names) {
        return englishName(value);
    }

    @Override
    protected String phrase(Condition condition, ConditionNames names) {
        return "to " + list(names(condition, names), "and");
    }

    @Override
    protected String describe(Condition condition, OrderFacts facts) {
        String country = valueOf(facts);
        return "goes to " + (country == null ? "an unknown place" : englishName(country));
    }

    private static String englishName(String code) {
        return new Locale("", code).getDisplayCountry(Locale.ENGLISH);
    }
}
