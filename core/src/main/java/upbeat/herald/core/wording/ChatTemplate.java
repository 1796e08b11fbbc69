package upbeat.herald.core.wording;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import upbeat.herald.core.LastUsed;
import upbeat.herald.core.Texts;
import upbeat.herald.core.plan.Notice;
import upbeat.herald.core.plan.Question;
import upbeat.herald.core.plan.Wording;

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
        String header,
        String body,
        String footer,
        List<String> expressions,
        List<String> replies,
        Wording.LinkButton link) {
    private static final Pattern FIELD = Pattern.compile("\\{\\{\\s*(.*?)\\s*}}");
    private static final Pattern NUMBER = Pattern.compile("\\{\\{(\\d+)}}");
    private static final Pattern BLANKS = Pattern.compile("\\s+");
    private static final int LONGEST = 1024;
    private static final int LONGEST_EDGE = 60;
    private static final int LONGEST_BUTTON = 20;
    private static final int MOST_REPLIES = 3;

    private static final Map<Key, ChatTemplate> MADE = LastUsed.map(256);

    private record Key(Wording wording, Question question) {}

    public static ChatTemplate of(Wording wording, Question question) {
        Key key = new Key(wording, question);
        ChatTemplate made = MADE.get(key);
        if (made == null) MADE.put(key, made = made(wording, question));
        return made;
    }

    private static ChatTemplate made(Wording wording, Question question) {
        Map<String, Integer> numbers = new LinkedHashMap<>();
        String body = numbered(wording.text().strip(), numbers);
        Wording.LinkButton link = wording.link() == null
                ? null
                : new Wording.LinkButton(
                        wording.link().label(), numbered(wording.link().url().strip(), numbers));
        return new ChatTemplate(
                Texts.orNull(wording.header()),
                body,
                Texts.orNull(wording.footer()),
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
                        .flatMap(word -> Fields.named(word).stream())
                        .map(Field::sample)
                        .findFirst()
                        .orElse("1"))
                .toList();
    }

    /** The text as the customer will read it. */
    public String filled(List<String> parameters) {
        List<String> parts = new ArrayList<>();
        if (header != null) parts.add(header);
        parts.add(filled(body, parameters));
        if (link != null) parts.add(link.label() + ": " + filled(link.url(), parameters));
        if (footer != null) parts.add(footer);
        return String.join("\n\n", parts);
    }

    /** A piece of it with its numbers replaced. */
    public static String filled(String piece, List<String> parameters) {
        Matcher number = NUMBER.matcher(piece);
        StringBuilder filled = new StringBuilder();
        while (number.find())
            number.appendReplacement(
                    filled, Matcher.quoteReplacement(parameters.get(Integer.parseInt(number.group(1)) - 1)));
        return number.appendTail(filled).toString();
    }

    static List<WordingFault> faults(Wording wording, Notice notice) {
        List<WordingFault> faults = new ArrayList<>();
        String text = wording.text();
        ChatTemplate template =
                of(wording, notice.question() == null ? null : notice.question().saying(wording.buttons()));
        String body = template.body();
        if (body.length() > LONGEST)
            faults.add(new WordingFault(
                    1, 1, "A chat message holds " + LONGEST + " characters, this one has " + body.length()));
        template.expressions().stream()
                .filter(e -> e.startsWith("#") || e.startsWith("/") || e.equals("else"))
                .findFirst()
                .ifPresent(e -> faults.add(CheckWording.at(
                        text,
                        Math.max(0, text.indexOf("{{")),
                        "A chat message holds fields only, no conditions: the network approves one fixed text")));
        if (body.startsWith("{{") || body.endsWith("}}"))
            faults.add(new WordingFault(1, 1, "A chat message begins and ends with words, not with a field"));
        Matcher pair = Pattern.compile("}}\\s*\\{\\{").matcher(text);
        if (pair.find())
            faults.add(CheckWording.at(text, pair.start(), "Two fields side by side: put a word between them"));
        edge(wording.header(), "header", faults);
        edge(wording.footer(), "footer", faults);
        if (template.replies().size() > MOST_REPLIES)
            faults.add(new WordingFault(1, 1, "A chat message holds three buttons"));
        template.replies().stream()
                .filter(l -> l.length() > LONGEST_BUTTON)
                .forEach(l ->
                        faults.add(new WordingFault(1, 1, "The button \"" + l + "\" is longer than 20 characters")));
        if (wording.link() != null) link(wording.link(), template, faults);
        return faults;
    }

    private static void edge(String words, String part, List<WordingFault> faults) {
        if (words == null) return;
        if (words.length() > LONGEST_EDGE)
            faults.add(new WordingFault(
                    1,
                    1,
                    "The " + part + " holds " + LONGEST_EDGE + " characters, this one has " + words.length(),
                    part));
        if (words.contains("{{") || words.matches("(?s).*[\\r\\n].*"))
            faults.add(new WordingFault(1, 1, "The " + part + " is one line without fields", part));
    }

    private static void link(Wording.LinkButton link, ChatTemplate template, List<WordingFault> faults) {
        if (!template.replies().isEmpty())
            faults.add(new WordingFault(
                    1,
                    1,
                    "A chat message has reply buttons or a link button, not both; the notice asks a question already",
                    "link"));
        if (Texts.blank(link.label()) || link.label().length() > LONGEST_BUTTON)
            faults.add(new WordingFault(1, 1, "The link button says something in up to 20 characters", "link"));
        if (!RichText.isAddress(link.url()) || link.url().matches("(?i)(mailto|tel):.*"))
            faults.add(new WordingFault(
                    1, 1, "The link button opens an address such as https://..., or {{parcel.trackingLink}}", "link"));
    }
}
