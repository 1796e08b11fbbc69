package upbeat.herald.core.wording.template;

import com.github.jknack.handlebars.Helper;
import com.github.jknack.handlebars.HelperRegistry;
import com.github.jknack.handlebars.Options;
import com.github.jknack.handlebars.helper.EachHelper;
import com.github.jknack.handlebars.helper.IfHelper;
import com.github.jknack.handlebars.helper.UnlessHelper;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import upbeat.herald.core.HeraldException;

/**
 * The few words besides fields that an expression may hold. None of them loops over what a coordinator writes;
 * {@code each} is for the mail's own lists.
 */
public final class TemplateHelpers {
    /** Words a wording may use. */
    public static final Set<String> KNOWN =
            Set.of("if", "unless", "else", "fallback", "upper", "short", "money", "date", "arrives");

    private static final Set<String> STYLES = Set.of("short", "medium", "long", "full", "weekday");
    private static final int SHORT = 40;
    /** One letter to a reader: an extended grapheme cluster (Unicode UAX 29). */
    private static final Pattern LETTER = Pattern.compile("\\X", Pattern.DOTALL);

    private TemplateHelpers() {}

    static void register(HelperRegistry registry) {
        registry.registerHelper(IfHelper.NAME, IfHelper.INSTANCE);
        registry.registerHelper(UnlessHelper.NAME, UnlessHelper.INSTANCE);
        registry.registerHelper(EachHelper.NAME, EachHelper.INSTANCE);
        registry.registerHelper("fallback", (Helper<Object>)
                (value, options) -> value == null || value.toString().isBlank() ? other(options) : value);
        registry.registerHelper("upper", (Helper<Object>)
                (value, options) -> present(value, options).toString().toUpperCase(locale(options)));
        registry.registerHelper("short", (Helper<Object>) (value, options) -> shorten(
                present(value, options).toString(),
                options.params.length > 0 && options.param(0) instanceof Number n ? n.intValue() : SHORT));
        registry.registerHelper("money", (Helper<Object>) (value, options) -> present(value, options) instanceof Money m
                ? options.params.length > 0 && "plain".equals(options.param(0)) ? m.withCode() : m.withSymbol()
                : wrong("money", "an amount such as order.total"));
        registry.registerHelper("date", (Helper<Object>) (value, options) -> {
            Object day = present(value, options) instanceof ArrivalDay a ? a.day() : value;
            return day instanceof Day d ? d.format(style(options)) : wrong("date", "a day such as order.placedOn");
        });
        // {{arrives 5}} working days, {{arrives 5 "days"}} days of any kind
        registry.registerHelper("arrives", (Helper<Object>) (days, options) -> {
            Object arrives = options.context.get("date.arrives");
            if (!(arrives instanceof ArrivalDay a)) throw new EmptyFieldException("date.arrives");
            if (!(days instanceof Number n)) return wrong("arrives", "a number of days");
            return a.after(n.intValue(), options.params.length == 0 || !"days".equals(options.param(0)))
                    .toString();
        });
        registry.registerHelperMissing((Helper<Object>) (value, options) -> {
            throw new EmptyFieldException(options.helperName);
        });
    }

    /** What is said instead: words, which may be none, or another field, which has to have a value. */
    private static Object other(Options options) {
        Object other = options.param(0, null);
        if (other == null) throw new EmptyFieldException("in {{fallback ...}}");
        return other;
    }

    private static Object present(Object value, Options options) {
        if (value == null || value.toString().isBlank())
            throw new EmptyFieldException("in {{" + options.helperName + " ...}}");
        return value;
    }

    private static Locale locale(Options options) {
        return options.context.get("mail.locale") instanceof Locale l ? l : Locale.ROOT;
    }

    private static String style(Options options) {
        Object style = options.params.length == 0 ? "long" : options.param(0);
        return STYLES.contains(style)
                ? (String) style
                : (String) wrong(
                        "date",
                        "one of " + String.join(", ", STYLES.stream().sorted().toList()));
    }

    /** Never cuts a letter in two: a pair of surrogates, or a letter and what belongs to it, stays whole. */
    public static String shorten(String text, int most) {
        if (text.length() <= most || most < 2 || text.codePointCount(0, text.length()) <= most) return text;
        Matcher letter = LETTER.matcher(text);
        int end = 0;
        while (letter.find() && text.codePointCount(0, letter.end()) < most) end = letter.end();
        return text.substring(0, end).strip() + "…";
    }

    private static Object wrong(String helper, String wants) {
        throw new HeraldException("text", "{{" + helper + "}} needs " + wants);
    }
}
