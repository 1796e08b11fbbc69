package upbeat.herald.core.wording.chat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import upbeat.herald.core.LruMap;
import upbeat.herald.core.Texts;
import upbeat.herald.core.wording.Field;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.Question;
import upbeat.herald.core.wording.RichText;
import upbeat.herald.core.wording.Wording;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingPurpose;
import upbeat.herald.core.wording.template.RawText;
import upbeat.herald.core.wording.template.TextTemplate;

/**
 * A chat wording in the form chat networks approve: header, body, footer and buttons, with numbered parameters
 * {@code {{1}}} to {@code {{n}}}. The same field is the same parameter wherever it stands. The limits (60 characters
 * for a header or footer, 1,024 for the body, 20 for a button, no parameter first or last, no two side by side) are
 * common practice of chat networks, no source.
 *
 * @param header or null; {@code footer} likewise: fixed words
 * @param body with numbers in the braces
 * @param expressions what each number stands for, first is {@code {{1}}}
 * @param replies labels of the reply buttons
 * @param link or null; its address may be one parameter
 */
public record ChatTemplate(
        @Nullable String header,
        String body,
        @Nullable String footer,
        List<String> expressions,
        List<String> replies,
        Wording.@Nullable LinkButton link) {
    private static final Pattern FIELD = Pattern.compile("\\{\\{\\s*(.*?)\\s*}}");
    private static final Pattern NUMBER = Pattern.compile("\\{\\{(\\d+)}}");
    private static final Pattern BLANKS = Pattern.compile("\\s+");
    private static final int LONGEST = 1024;
    private static final int LONGEST_EDGE = 60;
    private static final int LONGEST_BUTTON = 20;
    private static final int MOST_REPLIES = Question.MOST_BUTTONS;

    private static final Map<Key, ChatTemplate> MADE = LruMap.create(256);

    private record Key(Wording wording, @Nullable Question question) {}

    public static ChatTemplate of(Wording wording, @Nullable Question question) {
        Key key = new Key(wording, question);
        ChatTemplate made = MADE.get(key);
        if (made == null) MADE.put(key, made = made(wording, question));
        return made;
    }

    private static ChatTemplate made(Wording wording, @Nullable Question question) {
        Map<String, Integer> numbers = new LinkedHashMap<>();
        String body = numbered(Texts.orEmpty(wording.text()).strip(), numbers);
        Wording.LinkButton given = wording.chat().link();
        Wording.LinkButton link = given == null
                ? null
                : new Wording.LinkButton(
                        given.label(), numbered(Texts.orEmpty(given.url()).strip(), numbers));
        return new ChatTemplate(
                Texts.blankToNull(wording.chat().header()),
                body,
                Texts.blankToNull(wording.chat().footer()),
                List.copyOf(numbers.keySet()),
                question == null
                        ? List.of()
                        : question.buttons().stream()
                                .map(Question.Button::label)
                                .toList(),
                link);
    }

    private static String numbered(String text, Map<String, Integer> numbers) {
        Matcher field = FIELD.matcher(text);
        StringBuilder out = new StringBuilder();
        while (field.find())
            field.appendReplacement(
                    out, "{{" + numbers.computeIfAbsent(field.group(1), k -> numbers.size() + 1) + "}}");
        return field.appendTail(out).toString();
    }

    /** The values of the parameters for one message. */
    public List<String> parameters(Map<String, ?> values) {
        return expressions.stream()
                .map(e -> BLANKS.matcher(TextTemplate.expression(e).render(values))
                        .replaceAll(" ")
                        .strip())
                .toList();
    }

    /** An example of each parameter, as networks want to see one before they judge a text. */
    public List<String> samples() {
        return expressions.stream()
                .map(e -> Arrays.stream(e.split("[\\s()]+"))
                        .flatMap(word -> Fields.find(word).stream())
                        .map(Field::sample)
                        .findFirst()
                        .orElse("1"))
                .toList();
    }

    /** The text as the customer will read it. */
    public String fill(List<String> parameters) {
        List<String> parts = new ArrayList<>();
        if (header != null) parts.add(header);
        parts.add(fill(body, parameters));
        if (link != null) parts.add(link.label() + ": " + fill(link.url(), parameters));
        if (footer != null) parts.add(footer);
        return String.join("\n\n", parts);
    }

    /** A piece of it with its numbers replaced. */
    public static String fill(@Nullable String piece, List<String> parameters) {
        Matcher number = NUMBER.matcher(piece);
        StringBuilder filled = new StringBuilder();
        while (number.find())
            number.appendReplacement(
                    filled, Matcher.quoteReplacement(parameters.get(Integer.parseInt(number.group(1)) - 1)));
        return number.appendTail(filled).toString();
    }

    /**
     * A piece of a template: words, or the number of a parameter. One of the two is null.
     *
     * @param parameter from 1
     */
    public record Part(@Nullable String text, @Nullable Integer parameter) {}

    /** A piece of it, such as its body, cut into words and parameters. */
    public static List<Part> parts(String piece) {
        List<Part> parts = new ArrayList<>();
        Matcher number = NUMBER.matcher(piece);
        int from = 0;
        while (number.find()) {
            if (number.start() > from) parts.add(new Part(piece.substring(from, number.start()), null));
            parts.add(new Part(null, Integer.valueOf(number.group(1))));
            from = number.end();
        }
        if (from < piece.length()) parts.add(new Part(piece.substring(from), null));
        return parts;
    }

    static List<WordingError> findErrors(Wording wording, WordingPurpose purpose) {
        List<WordingError> errors = new ArrayList<>();
        String text = Texts.orEmpty(wording.text());
        ChatTemplate template = of(
                wording, purpose.question() == null ? null : purpose.question().withLabels(wording.buttons()));
        String body = template.body();
        if (body.length() > LONGEST)
            errors.add(new WordingError(
                    1, 1, "A chat message has up to " + LONGEST + " characters, this one has " + body.length()));
        template.expressions().stream()
                .filter(e -> e.startsWith("#") || e.startsWith("/") || e.equals("else"))
                .findFirst()
                .ifPresent(e -> errors.add(RawText.errorAt(
                        text,
                        Math.max(0, text.indexOf("{{")),
                        "A chat message can't have conditions, because the network approves one fixed text")));
        if (body.startsWith("{{") || body.endsWith("}}"))
            errors.add(new WordingError(
                    1, 1, "A chat message can't begin or end with a field. Add text before or after it"));
        Matcher pair = Pattern.compile("}}\\s*\\{\\{").matcher(text);
        if (pair.find()) errors.add(RawText.errorAt(text, pair.start(), "Put at least one word between two fields"));
        edge(wording.chat().header(), "header", errors);
        edge(wording.chat().footer(), "footer", errors);
        if (template.replies().size() > MOST_REPLIES)
            errors.add(new WordingError(1, 1, "A chat message has up to five buttons"));
        template.replies().stream()
                .filter(l -> l.length() > LONGEST_BUTTON)
                .forEach(l ->
                        errors.add(new WordingError(1, 1, "The button \"" + l + "\" is longer than 20 characters")));
        if (wording.chat().link() != null) link(wording.chat().link(), template, errors);
        return errors;
    }

    private static void edge(@Nullable String words, String part, List<WordingError> errors) {
        if (words == null) return;
        if (words.length() > LONGEST_EDGE)
            errors.add(new WordingError(
                    1,
                    1,
                    "The " + part + " holds " + LONGEST_EDGE + " characters, this one has " + words.length(),
                    part));
        if (words.contains("{{") || words.matches("(?s).*[\\r\\n].*"))
            errors.add(new WordingError(1, 1, "The " + part + " is one line and has no fields", part));
    }

    private static void link(Wording.LinkButton link, ChatTemplate template, List<WordingError> errors) {
        if (!template.replies().isEmpty())
            errors.add(new WordingError(
                    1,
                    1,
                    "A chat message has either reply buttons or a link button. This notice already asks a question",
                    "link"));
        if (Texts.isBlank(link.label()) || link.label().length() > LONGEST_BUTTON)
            errors.add(new WordingError(1, 1, "Enter a label of up to 20 characters for the link button", "link"));
        if (!RichText.isAddress(link.url()) || link.url().matches("(?i)(mailto|tel):.*"))
            errors.add(new WordingError(
                    1, 1, "The link button needs an address such as https://... or {{parcel.trackingLink}}", "link"));
    }
}
