package upbeat.herald.core.wording.template;

import com.github.jknack.handlebars.HandlebarsException;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import upbeat.herald.core.wording.Field;
import upbeat.herald.core.wording.Fields;
import upbeat.herald.core.wording.WordingError;
import upbeat.herald.core.wording.WordingPurpose;

/** Finds what is wrong with the braces and the fields of one text. */
public final class TemplateCheck {
    /** More than any message holds, and little enough to be checked at once. */
    public static final int LONGEST = 100_000;

    /** A section without a word before the field: what it would do depends on the field's kind. */
    private static final Pattern SECTION = Pattern.compile("^#(?!~?(?:if|unless)\\b)");

    private static final Pattern TAG = Pattern.compile("\\{\\{(.*?)}}", Pattern.DOTALL);
    private static final Pattern WORD = Pattern.compile("\"[^\"]*\"|'[^']*'|[^\\s()]+");

    /** Where whole blocks such as {@code {{block.items}}} may stand. */
    public enum Blocks {
        NOWHERE,
        ALONE_IN_PARAGRAPH,
        ANYWHERE
    }

    private final String text;
    private final String part;
    private final WordingPurpose purpose;
    private final Blocks blocks;
    private final List<WordingError> errors;

    private TemplateCheck(String text, String part, WordingPurpose purpose, Blocks blocks, List<WordingError> errors) {
        this.text = text;
        this.part = part;
        this.purpose = purpose;
        this.blocks = blocks;
        this.errors = errors;
    }

    /** @param part the wording's part that the text is; {@code errors} takes what is found */
    public static void check(
            String text, String part, WordingPurpose purpose, Blocks blocks, List<WordingError> errors) {
        new TemplateCheck(text, part, purpose, blocks, errors).check();
    }

    /** Adds an error where the text is longer than anybody writes. @return true where it is */
    public static boolean isTooLong(String text, String part, List<WordingError> errors) {
        if (text.length() > LONGEST)
            errors.add(new WordingError(1, 1, "The text is longer than " + LONGEST + " characters", part));
        return text.length() > LONGEST;
    }

    private void check() {
        try {
            TextTemplate.plain(text);
        } catch (HandlebarsException e) {
            String reason = e.getError() == null ? e.getMessage() : e.getError().reason;
            int line = e.getError() == null ? 1 : Math.max(1, e.getError().line);
            int column = e.getError() == null ? 1 : e.getError().column + 1;
            errors.add(new WordingError(line, column, "A field's braces aren't closed: " + reason, part));
            return;
        }
        Matcher tag = TAG.matcher(text);
        while (tag.find()) tag(tag.group(1), tag.start(), tag.start(1));
    }

    private void tag(String inside, int start, int startInside) {
        if (inside.startsWith("!")) return;
        if (inside.startsWith("{") || inside.startsWith("&") || inside.startsWith(">") || inside.startsWith("^")) {
            add(start, "Write fields in two braces, like {{order.number}}; {{" + inside.charAt(0) + " isn't supported");
            return;
        }
        if (SECTION.matcher(inside).find()) {
            add(
                    start,
                    "Write {{#if " + inside.replaceFirst("^#+\\s*", "").strip()
                            + "}} and {{/if}} around what depends on a field");
            return;
        }
        Matcher word = WORD.matcher(inside);
        while (word.find()) {
            String name = word.group().replaceFirst("^[#/~]+", "").replaceFirst("~$", "");
            boolean quoted = name.startsWith("\"") || name.startsWith("'") || name.matches("\\d+");
            if (!quoted && !name.isEmpty() && !TemplateHelpers.KNOWN.contains(name))
                name(name, startInside + word.start());
        }
    }

    private void name(String name, int at) {
        if (Fields.isBlock(name)) {
            block(name, at);
            return;
        }
        Field field = Fields.find(name).orElse(null);
        if (field == null) add(at, "There is no field named " + name);
        else if (purpose.isPage() && Fields.isPersonal(name))
            add(at, "The page names nobody: whoever has its link may read it. Leave out " + name);
        else if (field.ofParcel() && purpose.stage().isOrderStage())
            add(at, noParcelYet() + ", so " + name + " would be empty");
        else if (name.equals("answer.link") && purpose.question() == null)
            add(at, "This notice has no question, so it has no answer link");
    }

    private void block(String name, int at) {
        boolean alone =
                RawText.paragraphs(text).stream().anyMatch(p -> p.strip().equals("{{" + name + "}}"));
        if (blocks == Blocks.NOWHERE || blocks == Blocks.ALONE_IN_PARAGRAPH && !alone)
            add(at, "{{" + name + "}} must be alone in a paragraph of an e-mail");
        else if (name.equals(Fields.QUESTION_BLOCK) && purpose.question() == null)
            add(at, "This notice has no question, so it has no buttons");
        else if (name.equals(Fields.PARCEL_BLOCK) && purpose.stage().isOrderStage()) add(at, noParcelYet());
    }

    private String noParcelYet() {
        return "There is no parcel yet when an order is " + purpose.stage().label();
    }

    private void add(int index, String message) {
        errors.add(RawText.errorAt(text, index, message).inPart(part));
    }
}
