package upbeat.herald.core.exchange.mapping;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoField;
import java.time.temporal.TemporalAccessor;
import java.time.temporal.TemporalQueries;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.DecimalNumbers;
import upbeat.herald.core.HeraldException;
import upbeat.herald.core.Texts;
import upbeat.herald.core.exchange.Amounts;
import upbeat.herald.core.journey.PhoneNumbers;

/**
 * One formatter in the chain between a value found and a value used.
 *
 * @param argument what the kind asks for, or null
 */
public record Step(Kind kind, @Nullable String argument) {

    /** What a formatter does, and what its argument means. */
    public enum Kind {
        TRIM("without spaces around it", null),
        DIGITS("digits only", null),
        PHONE("a phone number", "country of numbers without country code, two letters; empty: the order's"),
        DATE(
                "a date in this format",
                "pattern such as dd.MM.yyyy HH:mm, followed by a space and a time zone if the date has none; unix for"
                        + " seconds. Of several in a row the first that fits is used"),
        AMOUNT("an amount such as 84,50 or 1.234,50", null),
        CENTS("a number from cents", "decimal places; 2 if empty"),
        TABLE("replace text", "lines of from=to; *=to for all others"),
        JOIN("join all values", "separator"),
        FIRST("first value that isn't empty", null);

        private final String label;
        private final @Nullable String argumentWords;

        Kind(String words, @Nullable String argumentWords) {
            this.label = words;
            this.argumentWords = argumentWords;
        }

        public String label() {
            return label;
        }

        /** Null where there is none. */
        public @Nullable String argumentWords() {
            return argumentWords;
        }

        public String code() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * A chain of formatters. Of several date formats in a row the first that fits is used.
     *
     * @param country destination of the order, for phone numbers
     * @throws HeraldException where a value can't be brought into the form that is asked for
     */
    static List<String> applyAll(List<Step> steps, List<String> values, @Nullable String country) {
        List<String> now = values;
        for (int i = 0; i < steps.size(); i++) {
            int last = i;
            while (steps.get(i).kind == Kind.DATE && last + 1 < steps.size() && steps.get(last + 1).kind == Kind.DATE)
                last++;
            now = last == i ? steps.get(i).apply(now, country) : firstDate(steps.subList(i, last + 1), now);
            i = last;
        }
        return now;
    }

    private static List<String> firstDate(List<Step> formats, List<String> values) {
        return values.stream()
                .map(value -> Texts.isBlank(value) ? value : firstDate(formats, value))
                .toList();
    }

    private static String firstDate(List<Step> formats, String value) {
        for (Step format : formats) {
            try {
                return format.date(value.strip());
            } catch (HeraldException e) {
                // The next one may fit.
            }
        }
        throw new HeraldException(
                null,
                "\"" + value + "\" isn't a date in any of these formats: "
                        + String.join(
                                ", ",
                                formats.stream()
                                        .map(f -> "\"" + f.argument + "\"")
                                        .toList()));
    }

    /**
     * @param country destination of the order, for phone numbers. @throws HeraldException where a value can't be
     *     brought into this form
     */
    List<String> apply(List<String> values, @Nullable String country) {
        return switch (kind) {
            case JOIN ->
                values.isEmpty()
                        ? values
                        : List.of(String.join(
                                argument == null ? " " : argument,
                                values.stream()
                                        .filter(v -> !Texts.isBlank(v))
                                        .map(String::strip)
                                        .toList()));
            case FIRST ->
                values.stream().filter(v -> !Texts.isBlank(v)).limit(1).toList();
            default ->
                values.stream().map(v -> Texts.isBlank(v) ? v : one(v, country)).toList();
        };
    }

    private String one(String value, @Nullable String country) {
        return switch (kind) {
            case TRIM -> value.strip();
            case DIGITS -> value.replaceAll("[^0-9]", "");
            case PHONE ->
                PhoneNumbers.toE164(
                                value,
                                Texts.isBlank(argument)
                                        ? country
                                        : argument.strip().toUpperCase(Locale.ROOT))
                        .orElseThrow(() -> new HeraldException(
                                null,
                                "\"" + value + "\" isn't a valid phone number"
                                        + (Texts.isBlank(argument) && country == null ? "; choose its country" : "")));
            case DATE -> date(value.strip());
            case AMOUNT -> amount(value);
            case CENTS -> cents(value.strip());
            case TABLE -> table(value.strip());
            case JOIN, FIRST -> value;
        };
    }

    /** @throws HeraldException where it is none */
    static String amount(String value) {
        return Amounts.parse(value)
                .map(DecimalNumbers::toText)
                .orElseThrow(() -> new HeraldException(null, "\"" + value.strip() + "\" isn't an amount"));
    }

    private String cents(String value) {
        String places = Texts.isBlank(argument) ? "2" : argument.strip();
        return DecimalNumbers.parse(value)
                .filter(n -> places.matches("[0-6]"))
                .map(n -> DecimalNumbers.toText(n.movePointLeft(Integer.parseInt(places))))
                .orElseThrow(() -> new HeraldException(null, "\"" + value + "\" isn't a number of cents"));
    }

    private String table(String value) {
        if (argument == null) return value;
        String others = null;
        for (String line : argument.split("\\R")) {
            int equals = line.indexOf('=');
            if (equals < 0) continue;
            String from = line.substring(0, equals).strip();
            if (from.equalsIgnoreCase(value)) return line.substring(equals + 1).strip();
            if (from.equals("*")) others = line.substring(equals + 1).strip();
        }
        return others == null ? value : others;
    }

    private String date(String value) {
        String format = argument == null ? "" : argument.strip();
        if (format.equals("unix")) {
            // Up to the year 9999.
            return DecimalNumbers.parse(value)
                    .map(BigDecimal::longValue)
                    .filter(seconds -> seconds >= 0 && seconds < 253_402_300_800L)
                    .map(seconds -> java.time.Instant.ofEpochSecond(seconds).toString())
                    .orElseThrow(() -> new HeraldException(null, "\"" + value + "\" isn't a number of seconds"));
        }
        // The zone stands behind the last blank and holds a slash or is UTC: "dd.MM.yyyy HH:mm Europe/Stockholm".
        int blank = format.lastIndexOf(' ');
        String last = format.substring(blank + 1);
        boolean zoned =
                blank > 0 && (last.contains("/") && last.matches("[A-Za-z]+/[A-Za-z_/+-]+") || last.equals("UTC"));
        try {
            ZoneId zone = zoned ? ZoneId.of(last) : ZoneOffset.UTC;
            TemporalAccessor read = DateTimeFormatter.ofPattern(
                            zoned ? format.substring(0, blank) : format, Locale.ENGLISH)
                    .parse(value);
            LocalDate day = LocalDate.from(read);
            LocalTime time = read.query(TemporalQueries.localTime());
            if (read.isSupported(ChronoField.OFFSET_SECONDS))
                return OffsetDateTime.from(read).toInstant().toString();
            return LocalDateTime.of(day, time == null ? LocalTime.NOON : time)
                    .atZone(zone)
                    .toInstant()
                    .toString();
        } catch (DateTimeException | IllegalArgumentException e) {
            throw new HeraldException(null, "\"" + value + "\" isn't a date in the format \"" + format + "\"");
        }
    }
}
