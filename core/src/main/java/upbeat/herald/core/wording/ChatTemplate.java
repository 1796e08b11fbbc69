package upbeat.herald.core.wording;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import upbeat.herald.core.plan.Notice;

/**
 * A chat wording in the form chat networks approve: text with numbered parameters, {@code {{1}}} to {@code {{n}}}. The same field is the same
 * parameter wherever it stands. The limits (1,024 characters, 20 for a button, no parameter first or last, no two side by side) are common
 * practice of chat networks, no source.
 *
 * @param body        with numbers in the braces
 * @param expressions what each number stands for, first is {@code {{1}}}
 */
public record ChatTemplate(String body, List<String> expressions) {
    private static final Pattern FIELD = Pattern.compile("\\{\\{\\s*(.*?)\\s*}}");
    private static final int LONGEST = 1024;

    public static ChatTemplate of(String text) {
        Map<String, Integer> numbers = new LinkedHashMap<>();
        Matcher field = FIELD.matcher(text.strip());
        StringBuilder body = new StringBuilder();
        while (field.find()) {
            int number = numbers.computeIfAbsent(field.group(1), k -> numbers.size() + 1);
            field.appendReplacement(body, "{{" + number + "}}");
        }
        field.appendTail(body);
        return new ChatTemplate(body.toString(), List.copyOf(numbers.keySet()));
    }

    /** The values of the parameters for one message. */
    public List<String> parameters(Map<String, ?> values) {
        return expressions.stream().map(e -> TextTemplate.plain("{{" + e + "}}").render(values).replaceAll("\\s+", " ").strip()).toList();
    }

    /** The text as the customer will read it. */
    public String filled(List<String> parameters) {
        String text = body;
        StringBuilder filled = new StringBuilder();
        Matcher number = Pattern.compile("\\{\\{(\\d+)}}").matcher(text);
        while (number.find()) number.appendReplacement(filled, Matcher.quoteReplacement(parameters.get(Integer.parseInt(number.group(1)) - 1)));
        return number.appendTail(filled).toString();
    }

    static List<WordingFault> faults(String text, Notice notice) {
        List<WordingFault> faults = new ArrayList<>();
        ChatTemplate template = of(text);
        String body = template.body();
        if (body.length() > LONGEST) faults.add(new WordingFault(1, 1, "A chat message holds " + LONGEST + " characters, this one has " + body.length()));
        template.expressions().stream().filter(e -> e.startsWith("#") || e.startsWith("/") || e.equals("else"))
                .findFirst().ifPresent(e -> faults.add(CheckWording.at(text, Math.max(0, text.indexOf("{{")), "A chat message holds fields only, no conditions: the network approves one fixed text")));
        if (body.startsWith("{{") || body.endsWith("}}")) faults.add(new WordingFault(1, 1, "A chat message begins and ends with words, not with a field"));
        Matcher pair = Pattern.compile("}}\\s*\\{\\{").matcher(text);
        if (pair.find()) faults.add(CheckWording.at(text, pair.start(), "Two fields side by side: put a word between them"));
        if (notice.question() != null) {
            if (notice.question().buttons().size() > 3) faults.add(new WordingFault(1, 1, "A chat message holds three buttons"));
            notice.question().buttons().stream().filter(b -> b.label().length() > 20)
                    .forEach(b -> faults.add(new WordingFault(1, 1, "The button \"" + b.label() + "\" is longer than 20 characters")));
        }
        return faults;
    }
}
