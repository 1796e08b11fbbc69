package upbeat.herald.core.wording.template;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.Locale;

/** A day as a customer reads it, by the Unicode CLDR patterns of the language. */
public record Day(LocalDate date, Locale locale) {
    /** @param style {@code short}, {@code medium}, {@code long}, {@code full}, or {@code weekday} for its name alone */
    public String format(String style) {
        return switch (style) {
            case "short" -> localized(FormatStyle.SHORT);
            case "medium" -> localized(FormatStyle.MEDIUM);
            case "full" -> localized(FormatStyle.FULL);
            case "weekday" -> DateTimeFormatter.ofPattern("EEEE", locale).format(date);
            default -> localized(FormatStyle.LONG);
        };
    }

    private String localized(FormatStyle style) {
        return DateTimeFormatter.ofLocalizedDate(style).withLocale(locale).format(date);
    }

    @Override
    public String toString() {
        return format("long");
    }
}
